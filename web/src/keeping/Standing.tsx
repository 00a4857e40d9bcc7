import { Button } from "../ui/Button";
import type { Status } from "./useKept";

/** How something on the bench stands to what is kept of it. */
export interface StandingOf {
  status: Status;
  trouble: string | null;
  keepCopy: () => void;
  takeOther: () => void;
  recompute: () => void;
}

/** What stands between what is on screen and what is kept, and what to do about it. */
export function Standing({ keeping }: { keeping: StandingOf }) {
  if (keeping.status === "conflict")
    return (
      <div role="alert" className="flex flex-wrap items-center gap-3 bg-paper px-4 py-2">
        <p className="min-w-0 flex-1">{keeping.trouble}</p>
        <Button look="solid" onClick={keeping.keepCopy}>
          Keep mine as a copy
        </Button>
        <Button look="paper" onClick={keeping.takeOther}>
          Take the other one
        </Button>
      </div>
    );
  if (keeping.status === "stale")
    return (
      <div className="flex flex-wrap items-center gap-3 bg-paper px-4 py-2">
        <p className="min-w-0 flex-1">
          The paints have been measured anew since this was saved. What was saved stays as it was;
          what you see is computed anew.
        </p>
        <Button look="solid" onClick={keeping.recompute}>
          Recompute and keep
        </Button>
      </div>
    );
  return null;
}
