import { useState } from "react";
import type { PracticeKind } from "../api/client";
import type { PracticeOut, PracticeSession } from "../api/schema";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Note } from "../ui/Note";
import { KINDS, usePractice } from "./queries";
import { ScreenCheck } from "./ScreenCheck";

const MINUTES = [
  ["5", "5 minutes"],
  ["10", "10 minutes"],
  ["20", "20 minutes"],
] as const;

/** What can be practised now, for how long, and whether this screen is up to it. */
export function BeginSession({
  practice,
  error,
  ended,
  onSession,
}: {
  practice: PracticeOut | null;
  error: Error | null;
  /** The session that has just come to its end. */
  ended: PracticeSession | null;
  onSession: (session: PracticeSession) => void;
}) {
  const [minutes, setMinutes] = useState<"5" | "10" | "20">("10");
  const [chosen, setChosen] = useState<ReadonlySet<PracticeKind>>(new Set());
  const { begin } = usePractice(onSession);
  const there = practice?.kinds ?? [];
  const flip = (kind: PracticeKind) => {
    const next = new Set(chosen);
    if (!next.delete(kind)) next.add(kind);
    setChosen(next);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-y-auto p-4">
      <section className="m-auto flex w-full max-w-3xl flex-col gap-4 bg-paper p-6 text-ink">
        {ended ? (
          <h1 className="font-bold text-2xl">
            Done: {ended.right} right.{" "}
            {ended.name && (
              <a
                className="text-base underline"
                href={`/api/practice/sessions/${ended.id}/results.json`}
              >
                Results of “{ended.name}” to hand in
              </a>
            )}
          </h1>
        ) : (
          <h1 className="font-bold text-2xl">A few minutes for the eye and the hand</h1>
        )}
        <p className="text-lg leading-snug">
          Judgements as they are made at the palette, with your own tubes. Nothing is timed; stop
          when you like, it goes on where it stood.
        </p>
        {(error ?? begin.error) && <Note>{(error ?? begin.error)?.message}</Note>}
        <div className="flex flex-wrap items-center gap-3">
          <Choice
            label="How long"
            look="paper"
            options={MINUTES}
            value={minutes}
            onChoose={setMinutes}
          />
          <Button
            look="solid"
            disabled={begin.isPending || there.length === 0}
            onClick={() =>
              begin.mutate({ minutes: Number(minutes) as 5 | 10 | 20, kinds: [...chosen] })
            }
          >
            Begin
          </Button>
        </div>
        <p className="text-ink-soft text-sm leading-snug">
          {chosen.size ? "Only what is ticked." : "All of them, mixed: what is due, what is weak."}
          {practice && practice.due > 0 && ` ${practice.due} of your tubes’ facts are due again.`}
        </p>
        <fieldset aria-label="Exercises" className="grid grid-cols-2 gap-x-4 max-md:grid-cols-1">
          {KINDS.map(([kind, { title }]) => {
            const lacks = practice?.lacking[kind];
            return (
              <label
                key={kind}
                className={`flex min-h-11 items-center gap-2 leading-tight ${lacks ? "text-ink-soft" : ""}`}
              >
                <input
                  type="checkbox"
                  className="size-6 shrink-0 accent-ink"
                  disabled={!there.includes(kind)}
                  checked={chosen.has(kind)}
                  onChange={() => flip(kind)}
                />
                <span>
                  {title}
                  {lacks && <span className="block text-sm">{lacks}</span>}
                </span>
              </label>
            );
          })}
        </fieldset>
        <ScreenCheck />
      </section>
    </div>
  );
}
