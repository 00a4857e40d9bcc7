import { ChevronDown, Redo2, Undo2 } from "lucide-react";
import { type ReactNode, useDeferredValue, useState } from "react";
import { Button } from "../ui/Button";
import { type KeyAction, useKeys } from "../ui/keys";
import { Note } from "../ui/Note";
import { useNarrow } from "../ui/useNarrow";
import { Shelf, ShelfButton, type ShelfProps, type Shelved } from "./Shelf";
import { Standing, type StandingOf } from "./Standing";

interface RoomProps<T extends Shelved> {
  tray: ReactNode;
  /** What stands on the left of the bar, and what beside undo and redo. */
  bar: ReactNode;
  tools?: ReactNode;
  /** What lies below the bar. */
  head?: ReactNode;
  /** In a hand bar and head fold into one line that says this, so that the patches come first. */
  folded?: string;
  undo: (() => void) | null;
  redo: (() => void) | null;
  undoing?: readonly [undo: string, redo: string];
  keys?: KeyAction[];
  /** What stands between what is on screen and what is kept. */
  keeping?: StandingOf;
  trouble: Error | null;
  shelf?: Omit<ShelfProps<T>, "open" | "onClose" | "begin"> & {
    begin: (close: () => void) => ReactNode;
  };
  slip: ReactNode;
  className?: string;
  children: ReactNode;
}

/** The room of any bench: the tray, the bar above, the stage, and the slip. */
export function Room<T extends Shelved>({
  tray,
  bar,
  tools,
  head,
  folded,
  undo,
  redo,
  undoing: [undoes, redoes] = ["Undo", "Redo"],
  keys = [],
  keeping,
  trouble,
  shelf,
  slip,
  className = "",
  children,
}: RoomProps<T>) {
  const [open, setOpen] = useState(false);
  const [unfolded, setUnfolded] = useState(false);
  const folds = useNarrow() && folded !== undefined;
  /** In a hand the slip lies below what is seen at first, and is drawn after that. */
  const slipIsDue = useDeferredValue(true, !folds);
  useKeys([
    { key: "Ctrl+z", says: undoes, act: () => undo?.() },
    { key: "Ctrl+Shift+z", says: redoes, act: () => redo?.() },
    ...(shelf ? [{ key: "o", says: shelf.title, act: () => setOpen(true) }] : []),
    ...keys,
  ]);
  return (
    <div className={`room ${className}`}>
      {tray}
      <main className="flex min-h-0 min-w-0 flex-col">
        {folds && (
          <Button
            aria-expanded={unfolded}
            data-choices
            className="min-h-14 justify-between! rounded-none bg-slate px-4 font-bold text-lg"
            onClick={() => setUnfolded(!unfolded)}
          >
            <span className="truncate">{folded}</span>
            <ChevronDown aria-hidden="true" className={unfolded ? "rotate-180" : ""} />
          </Button>
        )}
        <div
          className={`flex-col gap-2 bg-slate px-4 py-2 text-chalk ${folds && !unfolded ? "hidden" : "flex"}`}
        >
          <div className="flex flex-wrap items-end gap-2">
            {bar}
            <span className="ml-auto flex gap-1">
              {tools}
              <Button aria-label={undoes} disabled={!undo} onClick={() => undo?.()}>
                <Undo2 aria-hidden="true" size={20} />
              </Button>
              <Button aria-label={redoes} disabled={!redo} onClick={() => redo?.()}>
                <Redo2 aria-hidden="true" size={20} />
              </Button>
              {shelf && <ShelfButton of={shelf.of} onClick={() => setOpen(true)} />}
            </span>
          </div>
          {head}
        </div>
        {keeping && <Standing keeping={keeping} />}
        {trouble && (
          <div className="p-4">
            <Note>{trouble.message}</Note>
          </div>
        )}
        <div className="flex min-h-0 flex-1 flex-col bg-stage">{children}</div>
      </main>
      {slipIsDue && slip}
      {shelf && (
        <Shelf
          {...shelf}
          open={open}
          onClose={() => setOpen(false)}
          begin={shelf.begin(() => setOpen(false))}
        />
      )}
    </div>
  );
}
