import { type UseQueryResult, useQuery } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import type { ChartRequest } from "../../api/client";
import { computedQuery, sheetQuery, sheetsQuery, tubesQuery, useComputed } from "../../api/queries";
import type { ChartOut, Me, SheetOut, TubeOut } from "../../api/schema";
import { type Shelving, useShelved } from "../../keeping/useShelved";
import {
  type Draft,
  draftOf,
  KEPT_LIGHT,
  nameFor,
  type RequestDraft,
  requestOf,
} from "../../mixtures/sheets/draft";
import { UNSAVED_SHEETS } from "../../mixtures/sheets/unsaved";
import { useViewing } from "../../seen/viewing";

export interface OpenSheet<R extends RequestDraft> extends Shelving<Draft<R>, SheetOut> {
  /** Change some of the request. */
  set: (patch: Partial<R>, stroke?: string) => void;
  /** What is asked to be computed, in the light it is looked at in; null while it is not whole. */
  request: ChartRequest | null;
  computed: UseQueryResult<ChartOut>;
}

/** What is sent of a draft to be kept; nothing while something is still to be chosen. */
function bodyOf(draft: Draft, tubes: readonly TubeOut[]) {
  const request = requestOf(draft.request, KEPT_LIGHT);
  if (!request) return null;
  const notes = Object.entries(draft.notes)
    .filter(([, text]) => text.trim())
    .map(([at, text]) => ({ place: Number(at), text }));
  const name = draft.name.trim() || nameFor(draft.request, tubes);
  return { name, request, measure: draft.measure, notes };
}

/** One sheet on the stage: its draft with undo, kept by itself as it is made. */
export function useSheet<R extends RequestDraft>(
  me: Me,
  opened: SheetOut | null,
  start: Draft<R>,
  address: string,
): OpenSheet<R> {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const { light } = useViewing();
  const keeping = useShelved<Draft, SheetOut>(
    {
      noun: "sheet",
      path: "/api/scales",
      query: sheetQuery,
      shelf: sheetsQuery.queryKey,
      address: (id) => ({ to: "/scales/{-$sheetId}", params: { sheetId: String(id) } }),
      unsaved: UNSAVED_SHEETS,
      draftOf,
      bodyOf: (draft) => bodyOf(draft, tubes),
      // By another light it is asked for beside.
      computed: (draft) => {
        const asked = light === KEPT_LIGHT && requestOf(draft.request, light);
        return asked ? computedQuery("chart", asked).queryKey : null;
      },
      opened: (id) => `/api/scales/${id}/opened`,
    },
    me,
    opened,
    start,
    address,
  ) as unknown as Shelving<Draft<R>, SheetOut>;
  const { change, draft, answering } = keeping;
  const request = useMemo(() => requestOf(draft.request, light), [draft.request, light]);
  const computed = useComputed("chart", request, !answering);
  const set = useCallback(
    (patch: Partial<R>, stroke?: string) =>
      change((now) => ({ ...now, request: { ...now.request, ...patch } }), stroke),
    [change],
  );
  return { ...keeping, set, request, computed };
}
