import type { HarmonyOut, PaintingRequest } from "../api/schema";
import type { Look } from "./PaintingPlots";
import type { OpenPainting } from "./usePainting";

/** What every view of a painting is given. */
export interface Shown {
  painting: OpenPainting;
  /** The draft under the room's light. */
  request: PaintingRequest;
  harmony: HarmonyOut | null;
  /** How each passage looks now, also while a share is dragged; none where it has no mixture. */
  after: ReadonlyArray<Look | null>;
  shares: readonly number[];
  /** The chosen passage. */
  place: number;
}

/** Width over height of the surface. */
export const ratioOf = (request: PaintingRequest) =>
  request.surface.width_cm / request.surface.height_cm;
