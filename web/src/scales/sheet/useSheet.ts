import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { keepLater } from "../../api/answers";
import { api, got, type Me, type Sheet, type Tube } from "../../api/client";
import { sheetQuery, sheetsQuery, tubesQuery } from "../../api/queries";
import { type Keeping, useKept } from "../../keeping/useKept";
import { useMoving } from "../../keeping/useMoving";
import { useTicks } from "../../keeping/useTicks";
import { type Draft, draftOf, KEPT_LIGHT, nameFor, type RequestDraft, requestOf } from "./draft";
import { UNSAVED_SHEETS } from "./unsaved";

export interface OpenSheet<R extends RequestDraft>
  extends Omit<Keeping<Draft<R>, Sheet>, "setSaved"> {
  /** Change some of the request. */
  set: (patch: Partial<R>, stroke?: string) => void;
  /** Tick these lines of a plan, and no others. */
  tick: (plan: string, lines: number[], whole: boolean) => void;
  tickTrouble: string | null;
}

/** What is sent of a draft to be kept. */
function bodyOf(draft: Draft, tubes: readonly Tube[]) {
  const request = requestOf(draft.request, KEPT_LIGHT);
  if (!request) throw new Error("Something is still to be chosen.");
  const notes = Object.entries(draft.notes)
    .filter(([, text]) => text.trim())
    .map(([at, text]) => ({ place: Number(at), text }));
  const name = draft.name.trim() || nameFor(draft.request, tubes);
  return { name, request, measure: draft.measure, notes, revision: null };
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** One sheet on the stage: its draft with undo, kept by itself as it is made. */
export function useSheet<R extends RequestDraft>(
  me: Me,
  opened: Sheet | null,
  start: Draft<R>,
  address: string,
): OpenSheet<R> {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const cache = useQueryClient();
  const move = useMoving();
  const [here, setHere] = useState(opened?.id ?? null);
  // Fetched anew only where something else changes what it is computed from.
  const { data: now } = useQuery({
    ...sheetQuery(here ?? 0),
    enabled: here !== null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keeping = useKept<Draft, Sheet>(
    {
      unsaved: UNSAVED_SHEETS,
      draftOf,
      complete: (draft) => requestOf(draft.request, KEPT_LIGHT) !== null,
      differs: (draft, first) => !same(draft.request, first.request),
      create: (draft, token) =>
        got(api.POST("/api/scales", { body: { ...bodyOf(draft, tubes), token } })),
      update: (draft, id, stand) =>
        got(
          api.PUT("/api/scales/{sheet_id}", {
            params: { path: { sheet_id: id } },
            body: { ...bodyOf(draft, tubes), ...stand },
          }),
        ),
      fetch: (id) => cache.fetchQuery({ ...sheetQuery(id), staleTime: 0 }),
      onKept: (id, created) => {
        if (created) {
          setHere(id);
          cache.setQueryData(sheetQuery(id).queryKey, created);
          keepLater(`/api/scales/${id}/opened`);
        }
        // Who comes back to it fetches it; who has it on the bench need not.
        else cache.invalidateQueries({ queryKey: sheetQuery(id).queryKey, refetchType: "none" });
        cache.invalidateQueries({ queryKey: sheetsQuery.queryKey, exact: true });
      },
      onMoved: (now, asNew) =>
        move({
          to: "/scales/{-$sheetId}",
          params: { sheetId: String(now.id) },
          // The bench stays as it is, selection and undo and all, under its new address.
          ...(asNew ? {} : { replace: true, state: { goesOn: address } }),
        }),
    },
    me.name ?? "",
    opened,
    start,
    address,
    now,
  ) as unknown as Keeping<Draft<R>, Sheet>;
  const { id, saved, change, setSaved } = keeping;
  const set = useCallback(
    (patch: Partial<R>, stroke?: string) =>
      change((now) => ({ ...now, request: { ...now.request, ...patch } }), stroke),
    [change],
  );
  const ticks = useTicks("sheet", id, saved?.ticks ?? [], (next) => {
    setSaved((was) => was && { ...was, ticks: next });
    // Who comes back to the sheet finds them, before it is fetched anew.
    cache.setQueryData(sheetQuery(id ?? 0).queryKey, (now) => now && { ...now, ticks: next });
  });
  return {
    ...keeping,
    set,
    tick: (plan, lines, whole) => saved && ticks.tick(plan, lines, whole),
    tickTrouble: ticks.trouble,
  };
}
