import type { ChartRequest } from "../../api/client";
import type { PatchOut } from "../../api/schema";
import type { RequestDraft, ScaleDraft } from "../../mixtures/sheets/draft";
import type { OpenSheet } from "../sheet/useSheet";

/** What is held beside a sheet, and how to hold another there or put it away. */
export interface Comparing {
  name: string | null;
  choose: (sheet: number | null) => void;
}

export interface SlipProps<R extends RequestDraft> {
  sheet: OpenSheet<R>;
  request: ChartRequest | null;
  patches: readonly PatchOut[];
  /** What a patch is called here: step, point, cell. */
  patchWord: string;
  selected: number;
  onSelect: (place: number) => void;
  summary: string;
  /** Share of the chosen step while it is being moved; its parts are rough then. */
  moving?: number | null;
  pins?: ScaleDraft["pins"];
  onUnpin?: (place: number) => void;
  comparison?: Comparing;
  /** What else there is to say of the chosen patch. */
  remark?: string;
  /** Opens the whole trail that the chosen patch lies on. */
  onTrail?: (() => void) | null;
}
