import { useNavigate } from "@tanstack/react-router";
import { usePreferences, usualMeasure } from "../../api/preferences";
import { DEFAULTS } from "../../api/tables";
import { type Draft, type Word, wordOf } from "./draft";

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
export const newAddress = (word: Word, turn: number) => `new-${word}-${turn}`;

/** Begin a new sheet, with something in hand or empty. */
export function useNewSheet(): (draft: Draft) => void {
  const navigate = useNavigate();
  const { me } = usePreferences();
  return (draft) =>
    void navigate({
      to: "/scales/{-$sheetId}",
      params: { sheetId: undefined },
      search: { new: wordOf(draft.request), turn: Date.now() },
      // What says nothing of amounts is measured as this painter does.
      state: {
        draft:
          draft.measure === DEFAULTS.SheetMeasure ? { ...draft, measure: usualMeasure(me) } : draft,
      },
    });
}
