import { Check, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "../ui/Button";

/** On a phone: the one thing to do next, in large type, and a place for a knuckle to say it is done. */
export function Now({
  heading,
  says,
  swatch,
  done = "Done",
  busy = false,
  onDone,
  onBack,
}: {
  /** What it is a part of. */
  heading: string;
  says: ReactNode;
  swatch?: ReactNode;
  done?: string;
  busy?: boolean;
  onDone: () => void;
  /** Takes the last back, where something was done. */
  onBack?: () => void;
}) {
  return (
    <section aria-label="Now" className="flex flex-col gap-3 bg-paper p-4 text-ink md:hidden">
      <p className="text-ink-soft leading-tight">{heading}</p>
      <p aria-live="polite" className="flex items-center gap-3 font-bold text-3xl leading-tight">
        {swatch}
        <span>{says}</span>
      </p>
      <div className="flex gap-2">
        <Button look="solid" className="min-h-20 flex-1 text-2xl" disabled={busy} onClick={onDone}>
          <Check aria-hidden="true" size={28} /> {done}
        </Button>
        {onBack && (
          <Button
            look="paper"
            aria-label="Take the last back"
            className="min-h-20 min-w-20"
            onClick={onBack}
          >
            <Undo2 aria-hidden="true" size={28} />
          </Button>
        )}
      </div>
    </section>
  );
}
