import { Check, CloudOff, LoaderCircle } from "lucide-react";
import type { Status } from "./useKept";

const SAYS: Record<Status, string> = {
  empty: "Kept by itself as you make it",
  kept: "Kept",
  keeping: "Keeping …",
  waiting: "Not kept yet",
  conflict: "Not kept: changed elsewhere",
  stale: "Kept as it was",
  refused: "Not kept",
};

/** Whether what is on screen is kept. */
export function KeptStatus({ status }: { status: Status }) {
  const Icon = status === "kept" ? Check : status === "keeping" ? LoaderCircle : CloudOff;
  return (
    <p role="status" className="flex items-center gap-1.5 text-sm">
      {status !== "empty" && <Icon aria-hidden="true" size={16} className="shrink-0" />}
      {SAYS[status]}
    </p>
  );
}
