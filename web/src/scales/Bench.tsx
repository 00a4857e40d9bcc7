import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import type { Me, SheetOut, TubeOut } from "../api/schema";
import { Room } from "../keeping/Room";
import {
  type Draft,
  emptyDraft,
  PICTURES,
  pictureOf,
  type RequestDraft,
} from "../mixtures/sheets/draft";
import { firstOf, KINDS, type Picture } from "../mixtures/sheets/kinds";
import { useNewSheet } from "../mixtures/sheets/useNewSheet";
import { Tray } from "../mixtures/Tray";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { SHEETS } from "./sheet/shelf";
import type { OpenSheet } from "./sheet/useSheet";

/** What a sheet that is drawn so is called: what is drawn as cells is of many kinds. */
const called = (picture: Picture) =>
  picture === "cells" ? "Chart" : KINDS[firstOf(picture)].title;

const DRAWN = PICTURES.map((picture) => [picture, called(picture)] as const);

/** What every kind of bench is given: the kept sheet, or a new one to start with. */
export interface BenchProps<R extends RequestDraft> {
  me: Me;
  sheet: SheetOut | null;
  start: Draft<R>;
  /** Where a sheet stands that has not been kept yet. */
  address: string;
}

/** The room of any sheet: tray, what is chosen above, the stage, and the slip. */
export function Bench<R extends RequestDraft>({
  sheet,
  inUse,
  hint,
  onPick,
  view,
  head,
  trouble,
  slip,
  children,
}: {
  sheet: OpenSheet<R>;
  inUse: ReadonlyArray<number | null>;
  hint: string;
  onPick: (tube: TubeOut) => void;
  /** Which view of the sheet is on the stage, where there are several. */
  view?: ReactNode;
  head: ReactNode;
  trouble: Error | null;
  slip: ReactNode;
  children: ReactNode;
}) {
  const begin = useNewSheet();
  const { undo, redo, draft } = sheet;
  const picture = pictureOf(draft.request);
  const word = called(picture).toLowerCase();
  const beginAnew = () => begin(emptyDraft(picture));
  return (
    <Room
      className="[--slip:18.5rem]"
      tray={<Tray inUse={inUse} hint={hint} onPick={onPick} />}
      bar={
        <>
          <Choice
            label="Kind of sheet"
            options={DRAWN}
            value={picture}
            onChoose={(next) => {
              if (next !== picture) begin(emptyDraft(next));
            }}
          />
          {view}
        </>
      }
      head={head}
      folded={draft.name || `A new ${word}`}
      undo={undo}
      redo={redo}
      keys={[{ key: "n", says: "A new sheet", act: beginAnew }]}
      keeping={sheet}
      trouble={trouble}
      slip={slip}
      shelf={{
        of: SHEETS,
        title: "Saved sheets",
        opened: sheet.id,
        onGone: beginAnew,
        begin: (close) => (
          <Button
            look="solid"
            onClick={() => {
              close();
              beginAnew();
            }}
          >
            <Plus aria-hidden="true" size={18} /> New {word}
          </Button>
        ),
        empty:
          "Nothing is kept yet. Choose two tubes and look at the steps: the sheet keeps itself.",
      }}
    >
      {children}
    </Room>
  );
}
