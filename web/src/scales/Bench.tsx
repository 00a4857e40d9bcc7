import { ChevronDown, Plus } from "lucide-react";
import { type ReactNode, useDeferredValue, useState } from "react";
import type { Me, Sheet, Tube } from "../api/client";
import { Shelf, ShelfButton } from "../keeping/Shelf";
import { Standing } from "../keeping/Standing";
import { UndoRedo } from "../keeping/UndoRedo";
import { Tray } from "../tubes/Tray";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { useKeys } from "../ui/keys";
import { Note } from "../ui/Note";
import { useNarrow } from "../ui/useNarrow";
import { type Draft, emptyDraft, type Kind, type RequestDraft } from "./sheet/draft";
import { SHEETS } from "./sheet/shelf";
import { useNewSheet } from "./sheet/useNewSheet";
import type { OpenSheet } from "./sheet/useSheet";

const KINDS: ReadonlyArray<readonly [Kind, string]> = [
  ["scale", "Scale"],
  ["triad", "Triangle"],
  ["chart", "Chart"],
];

const WORDS: Record<Kind, string> = { scale: "scale", triad: "triangle", chart: "chart" };

/** What every kind of bench is given: the kept sheet, or a new one to start with. */
export interface BenchProps<R extends RequestDraft> {
  me: Me;
  sheet: Sheet | null;
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
  onPick: (tube: Tube) => void;
  /** Which view of the sheet is on the stage, where there are several. */
  view?: ReactNode;
  head: ReactNode;
  trouble: Error | null;
  slip: ReactNode;
  children: ReactNode;
}) {
  const [shelf, setShelf] = useState(false);
  /** In a hand what is chosen folds into one line, so that the patches come first. */
  const narrow = useNarrow();
  const [unfolded, setUnfolded] = useState(false);
  /** There the slip lies below what is seen at first, and is drawn after that. */
  const slipIsDue = useDeferredValue(true, !narrow);
  const begin = useNewSheet();
  const { undo, redo, draft } = sheet;
  useKeys([
    { key: "Ctrl+z", says: "Undo", act: () => undo?.() },
    { key: "Ctrl+Shift+z", says: "Redo", act: () => redo?.() },
    { key: "o", says: "Saved sheets", act: () => setShelf(true) },
    { key: "n", says: "A new sheet", act: () => begin(emptyDraft(draft.request.kind)) },
  ]);
  return (
    <div className="room [--slip:18.5rem]">
      <Tray inUse={inUse} hint={hint} onPick={onPick} />
      <main className="flex min-h-0 min-w-0 flex-col">
        {narrow && (
          <Button
            aria-expanded={unfolded}
            data-choices
            className="min-h-14 justify-between! rounded-none bg-slate px-4 font-bold text-lg"
            onClick={() => setUnfolded(!unfolded)}
          >
            <span className="truncate">{draft.name || `A new ${WORDS[draft.request.kind]}`}</span>
            <ChevronDown aria-hidden="true" className={unfolded ? "rotate-180" : ""} />
          </Button>
        )}
        <div
          className={`flex-col gap-2 bg-slate px-4 py-2 text-chalk ${narrow && !unfolded ? "hidden" : "flex"}`}
        >
          <div className="flex flex-wrap items-center gap-2">
            <Choice
              label="Kind of sheet"
              options={KINDS}
              value={draft.request.kind}
              onChoose={(kind) => {
                if (kind !== draft.request.kind) begin(emptyDraft(kind));
              }}
            />
            {view}
            <span className="ml-auto flex gap-1">
              <UndoRedo undo={undo} redo={redo} />
              <ShelfButton of={SHEETS} onClick={() => setShelf(true)} />
            </span>
          </div>
          {head}
        </div>
        <Standing keeping={sheet} />
        {trouble && (
          <div className="p-4">
            <Note>{trouble.message}</Note>
          </div>
        )}
        <div className="flex min-h-0 flex-1 flex-col bg-stage">{children}</div>
      </main>
      {slipIsDue && slip}
      <Shelf
        of={SHEETS}
        title="Saved sheets"
        open={shelf}
        onClose={() => setShelf(false)}
        opened={sheet.id}
        onGone={() => begin(emptyDraft(draft.request.kind))}
        begin={
          <Button
            look="solid"
            onClick={() => {
              setShelf(false);
              begin(emptyDraft(draft.request.kind));
            }}
          >
            <Plus aria-hidden="true" size={18} /> New {draft.request.kind}
          </Button>
        }
        empty="Nothing is kept yet. Choose two tubes and look at the steps: the sheet keeps itself."
      />
    </div>
  );
}
