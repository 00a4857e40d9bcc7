import { useNavigate } from "@tanstack/react-router";
import { usePreferences, usualMeasure } from "../../api/preferences";
import { DEFAULTS } from "../../api/tables";
import type { Draft, Kind } from "./draft";

declare module "@tanstack/react-router" {
  /** What passes between two addresses of the stage. */
  interface HistoryState {
    /** What a new sheet begins with. */
    draft?: Draft;
    /** The address of the new sheet that was kept: its bench goes on here, undo and all. */
    goesOn?: string;
  }
}

/** Where a sheet stands that has not been kept yet; told apart from the last one by its turn. */
export const newAddress = (kind: Kind, turn: number) => `new-${kind}-${turn}`;

/** Begin a new sheet, with something in hand or empty. */
export function useNewSheet(): (draft: Draft) => void {
  const navigate = useNavigate();
  const { me } = usePreferences();
  return (draft) =>
    void navigate({
      to: "/scales/{-$sheetId}",
      params: { sheetId: undefined },
      search: { new: draft.request.kind, turn: Date.now() },
      // What says nothing of amounts is measured as this painter does.
      state: {
        draft:
          draft.measure === DEFAULTS.SheetMeasure ? { ...draft, measure: usualMeasure(me) } : draft,
      },
    });
}
