import { useCallback } from "react";
import { paintingsQuery } from "../api/queries";
import type { Me, PaintingOut } from "../api/schema";
import { type Keepsake, type Shelving, useShelved } from "../keeping/useShelved";
import { type Draft, draftOf, type RequestDraft, requestOf, UNSAVED_PAINTINGS } from "./draft";
import { paintingQuery } from "./queries";

/** The light a painting is kept under; the room's light only changes how it is looked at. */
const KEPT_LIGHT = "D65";

const KEEPSAKE: Keepsake<Draft, PaintingOut> = {
  noun: "painting",
  path: "/api/paintings",
  query: paintingQuery,
  shelf: paintingsQuery.queryKey,
  address: (id) => ({ to: "/paintings/{-$paintingId}", params: { paintingId: String(id) } }),
  unsaved: UNSAVED_PAINTINGS,
  draftOf,
  bodyOf: ({ name, measure, request }) => ({
    ...{ name, measure },
    request: requestOf(request, KEPT_LIGHT),
  }),
};

export interface OpenPainting extends Shelving<Draft, PaintingOut> {
  /** Change some of the request. */
  set: (to: (request: RequestDraft) => RequestDraft, stroke?: string) => void;
}

/** One painting on the stage: its draft with undo, kept by itself as it is made. */
export function usePainting(
  me: Me,
  opened: PaintingOut,
  start: Draft,
  address: string,
): OpenPainting {
  const keeping = useShelved(KEEPSAKE, me, opened, start, address);
  const { change } = keeping;
  const set = useCallback(
    (to: (request: RequestDraft) => RequestDraft, stroke?: string) =>
      change((now) => ({ ...now, request: to(now.request) }), stroke),
    [change],
  );
  return { ...keeping, set };
}
