import { X } from "lucide-react";
import { Button } from "./Button";

interface Props {
  /** What is being done. */
  says: string;
  /** Of the whole, 0 to 1. */
  share: number;
  onStop?: () => void;
  look?: "slate" | "paper" | "stage";
}

/** How far something is that takes a while, and the button that ends it. */
export function Progress({ says, share, onStop, look = "paper" }: Props) {
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <div className="min-w-40 flex-1">
        <p role="status">{says}</p>
        <div
          role="progressbar"
          aria-label={says}
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(share * 100)}
          className="h-1.5 bg-current/20"
        >
          <div
            className="h-full bg-current transition-[width] duration-150 motion-reduce:transition-none"
            style={{ width: `${share * 100}%` }}
          />
        </div>
      </div>
      {onStop && (
        <Button look={look} onClick={onStop}>
          <X aria-hidden="true" size={18} /> Stop
        </Button>
      )}
    </div>
  );
}
