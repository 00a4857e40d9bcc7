import { useState } from "react";
import type { ReadBackOut } from "../api/schema";
import { oneTube } from "../mixtures/mixture";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { planNext, useTakingOver } from "./useReadBack";

/** What a sheet says of its tubes, and what is taken over from it. */
export function LearntTubes({ read }: { read: ReadBackOut }) {
  const own = read.tubes.flatMap((each) =>
    each.tube === null ? [] : [{ ...each, tube: each.tube }],
  );
  const [left, setLeft] = useState<readonly number[]>([]);
  const { calibrate, note, next } = useTakingOver(read);
  const chosen = own.filter((each) => !left.includes(each.tube));
  const trouble = calibrate.error ?? note.error ?? next.error;
  return (
    <section aria-label="What it says of the tubes" className="flex flex-col gap-2">
      <ul>
        {own.map((each) => (
          <li key={each.key}>
            <label className="flex min-h-14 items-center gap-3">
              <input
                type="checkbox"
                checked={!left.includes(each.tube)}
                disabled={read.calibrated}
                onChange={(event) =>
                  setLeft(
                    event.target.checked
                      ? left.filter((tube) => tube !== each.tube)
                      : [...left, each.tube],
                  )
                }
                className="h-5 w-5 accent-ink"
              />
              <span className="flex h-11 w-24 shrink-0">
                <Swatch colour={each.before} className="h-full flex-1" />
                <Swatch colour={each.after} className="h-full flex-1" />
              </span>
              <span className="leading-tight">
                <b>{each.name}</b>
                <span className="block text-ink-soft text-sm">
                  ± ΔE {each.doubt_before.toFixed(1)} over its tints; with this sheet ±{" "}
                  {each.doubt.toFixed(1)}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {read.remarks.map((remark) => (
        <p key={remark} className="leading-snug">
          {remark}
        </p>
      ))}
      {trouble && <Note>{trouble.message}</Note>}
      <div className="flex flex-wrap gap-2">
        <Button
          look="solid"
          disabled={read.calibrated || chosen.length === 0 || calibrate.isPending}
          onClick={() => calibrate.mutate(chosen.map((each) => each.tube))}
        >
          {read.calibrated ? "The tubes are calibrated" : calibrateText(chosen.length)}
        </Button>
        <Button look="paper" disabled={read.noted || note.isPending} onClick={() => note.mutate()}>
          {read.noted ? "The boxes stand in the journal" : "Note all boxes in the journal"}
        </Button>
        <Button
          look="paper"
          disabled={own.length === 0 || next.isPending}
          onClick={() => next.mutate(own.slice(0, 6).map(({ tube }) => oneTube(tube)))}
        >
          {planNext}
        </Button>
      </div>
      {read.calibrated && (
        <p className="leading-snug" role="status">
          From now on {listed(chosen.map((each) => each.name))} {chosen.length === 1 ? "is" : "are"}{" "}
          what the sheet says, before and after as above. What was computed before stays as it was,
          and offers to be computed anew, this one at once.
        </p>
      )}
    </section>
  );
}

const listed = (names: readonly string[]) =>
  names.length > 1 ? `${names.slice(0, -1).join(", ")} and ${names.at(-1)}` : (names[0] ?? "");

const calibrateText = (count: number) =>
  count === 1 ? "Calibrate this tube" : `Calibrate these ${count} tubes`;
