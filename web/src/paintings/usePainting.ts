import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { api, got, type Me, type Painting } from "../api/client";
import { type Keeping, useKept } from "../keeping/useKept";
import { useMoving } from "../keeping/useMoving";
import { useTicks } from "../keeping/useTicks";
import { type Draft, draftOf, type RequestDraft, requestOf, UNSAVED_PAINTINGS } from "./draft";
import { paintingQuery, paintingsQuery } from "./queries";

/** The light a painting is kept under; the room's light only changes how it is looked at. */
const KEPT_LIGHT = "D65";

/** What is sent of a draft to be kept. */
const bodyOf = ({ name, measure, request }: Draft) => ({
  ...{ name, measure, revision: null },
  request: requestOf(request, KEPT_LIGHT),
});

export interface OpenPainting extends Keeping<Draft, Painting> {
  /** Change some of the request. */
  set: (to: (request: RequestDraft) => RequestDraft, stroke?: string) => void;
  tick: (plan: string, lines: number[], whole: boolean) => void;
  tickTrouble: string | null;
}

/** One painting on the stage: its draft with undo, kept by itself as it is made. */
export function usePainting(me: Me, opened: Painting | null, start: Draft, address: string) {
  const cache = useQueryClient();
  const move = useMoving();
  // Fetched anew only where something else changes what it is computed from.
  const { data: now } = useQuery({
    ...paintingQuery(opened?.id ?? 0),
    enabled: opened !== null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keeping = useKept<Draft, Painting>(
    {
      unsaved: UNSAVED_PAINTINGS,
      draftOf,
      complete: () => true,
      differs: (draft, first) => JSON.stringify(draft.request) !== JSON.stringify(first.request),
      create: (draft, token) =>
        got(api.POST("/api/paintings", { body: { ...bodyOf(draft), token } })),
      update: (draft, id, stand) =>
        got(
          api.PUT("/api/paintings/{painting_id}", {
            params: { path: { painting_id: id } },
            body: { ...bodyOf(draft), ...stand },
          }),
        ),
      fetch: (id) => cache.fetchQuery({ ...paintingQuery(id), staleTime: 0 }),
      onKept: (id, created) => {
        if (created) cache.setQueryData(paintingQuery(id).queryKey, created);
        // Who comes back to it fetches it; who has it on the bench need not.
        else cache.invalidateQueries({ queryKey: paintingQuery(id).queryKey, refetchType: "none" });
        cache.invalidateQueries({ queryKey: paintingsQuery.queryKey, exact: true });
      },
      onMoved: (now, asNew) =>
        move({
          to: "/paintings/{-$paintingId}",
          params: { paintingId: String(now.id) },
          replace: !asNew,
        }),
    },
    me.name ?? "",
    opened,
    start,
    address,
    now,
  );
  const { id, saved, change, setSaved } = keeping;
  const set = useCallback(
    (to: (request: RequestDraft) => RequestDraft, stroke?: string) =>
      change((now) => ({ ...now, request: to(now.request) }), stroke),
    [change],
  );
  const ticks = useTicks("painting", id, saved?.ticks ?? [], (next) => {
    setSaved((was) => was && { ...was, ticks: next });
    // Who comes back to the painting finds them, before it is fetched anew.
    cache.setQueryData(paintingQuery(id ?? 0).queryKey, (now) => now && { ...now, ticks: next });
  });
  return { ...keeping, set, tick: ticks.tick, tickTrouble: ticks.trouble } satisfies OpenPainting;
}
