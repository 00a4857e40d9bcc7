import { Redo2, Undo2 } from "lucide-react";
import { Button } from "../ui/Button";

/** Undo and redo, each there while there is something for it. */
export function UndoRedo({ undo, redo }: { undo: (() => void) | null; redo: (() => void) | null }) {
  return (
    <>
      <Button aria-label="Undo" disabled={!undo} onClick={() => undo?.()}>
        <Undo2 aria-hidden="true" size={20} />
      </Button>
      <Button aria-label="Redo" disabled={!redo} onClick={() => redo?.()}>
        <Redo2 aria-hidden="true" size={20} />
      </Button>
    </>
  );
}
