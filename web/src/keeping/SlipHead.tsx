import type { ReactNode } from "react";
import { Note } from "../ui/Note";
import { KeptStatus } from "./KeptStatus";
import type { Status } from "./useKept";

/** The top of a slip: what a kept thing is called, whether it is kept, and what can be had of it. */
export function SlipHead({
  noun,
  kept,
  placeholder,
  files,
  children,
}: {
  noun: string;
  kept: {
    draft: { name: string };
    status: Status;
    trouble: string | null;
    change: (to: <D extends { name: string }>(draft: D) => D, stroke: string) => void;
  };
  placeholder: string;
  /** What it can be taken away as. */
  files: ReactNode;
  children?: ReactNode;
}) {
  const { draft, status, trouble, change } = kept;
  return (
    <div className="flex flex-col gap-2 border-ink/25 border-b px-4 pt-3 pb-2">
      <input
        aria-label={`Name of the ${noun}`}
        placeholder={placeholder}
        autoComplete="off"
        value={draft.name}
        onChange={(event) => {
          const name = event.target.value;
          change((now) => ({ ...now, name }), "name");
        }}
        className="min-h-11 min-w-0 bg-white px-3 font-bold ring-1 ring-ink/50 ring-inset placeholder:font-normal placeholder:text-ink-soft placeholder:opacity-100"
      />
      <div className="flex flex-wrap items-center justify-between gap-x-2">
        <KeptStatus status={status} />
        {files}
      </div>
      {status === "refused" && trouble && <Note>{trouble}</Note>}
      {children}
    </div>
  );
}
