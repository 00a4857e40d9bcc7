import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useCallback } from "react";
import { api, got, type Me, type Painting } from "../api/client";
import { type Keeping, useKeeping } from "../keeping/useKeeping";
import { useTicks } from "../keeping/useTicks";
import { type Draft, draftOf, type RequestDraft, requestOf, UNSAVED_PAINTINGS } from "./draft";
import { paintingQuery, paintingsQuery } from "./queries";

/** The light a painting is kept under; the room's light only changes how it is looked at. */
const KEPT_LIGHT = "D65";

export interface OpenPainting extends Keeping<Draft, Painting> {
  /** Change some of the request. */
  set: (to: (request: RequestDraft) => RequestDraft, by: string) => void;
  tick: (plan: string, lines: number[]) => void;
  tickTrouble: string | null;
}

/** One painting on the stage: its draft with undo, kept by itself as it is made. */
export function usePainting(me: Me, opened: Painting | null, start: Draft, address: string) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const keeping = useKeeping<Draft, Painting>(
    {
      unsaved: UNSAVED_PAINTINGS,
      draftOf,
      complete: () => true,
      differs: (draft, first) => JSON.stringify(draft.request) !== JSON.stringify(first.request),
      send: (draft, id, revision) => {
        const { name, measure } = draft;
        const body = { name, measure, request: requestOf(draft.request, KEPT_LIGHT), revision };
        return id === null
          ? got(api.POST("/api/paintings", { body }))
          : got(
              api.PUT("/api/paintings/{painting_id}", {
                params: { path: { painting_id: id } },
                body,
              }),
            );
      },
      fetch: (id) => cache.fetchQuery({ ...paintingQuery(id), staleTime: 0 }),
      onKept: (now) => {
        cache.setQueryData(paintingQuery(now.id).queryKey, now);
        cache.invalidateQueries({ queryKey: paintingsQuery.queryKey, exact: true });
      },
      onMoved: (now, asNew) =>
        navigate({
          to: "/paintings/{-$paintingId}",
          params: { paintingId: String(now.id) },
          replace: !asNew,
        }),
    },
    me.name ?? "",
    opened,
    start,
    address,
  );
  const { id, saved, change, setSaved } = keeping;
  const set = useCallback(
    (to: (request: RequestDraft) => RequestDraft, by: string) =>
      change((now) => ({ ...now, request: to(now.request) }), by),
    [change],
  );
  const path = { params: { path: { painting_id: id ?? 0 } } };
  const ticks = useTicks(
    `painting ${id}`,
    saved?.ticks ?? [],
    (next) => {
      setSaved((was) => was && { ...was, ticks: next });
      // Who comes back to the painting finds them, before it is fetched anew.
      cache.setQueryData(paintingQuery(id ?? 0).queryKey, (now) => now && { ...now, ticks: next });
    },
    (body) => got(api.PUT("/api/paintings/{painting_id}/ticks", { ...path, body })),
  );
  return { ...keeping, set, tick: ticks.tick, tickTrouble: ticks.trouble } satisfies OpenPainting;
}
