import { useState } from "react";
import { useKeys } from "../app/keys";
import { Colour, markOf } from "./Colour";
import type { AskProps } from "./ExerciseStage";

/** Keys 1 to 9, and then 0 and the minus, for choices in their order. */
export function useChoiceKeys(ids: readonly string[], choose: (id: string) => void) {
  useKeys(
    ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "-", "="]
      .slice(0, ids.length)
      .map((key, i) => ({
        key,
        says: `Choose ${i + 1}`,
        act: () => choose(ids[i] as string),
      })),
  );
}

/** Two touching halves, one of which is it. */
export function Two({ exercise, judged, onAnswer }: AskProps) {
  const [taken, setTaken] = useState<string | null>(null);
  const choose = (id: string) => {
    setTaken(id);
    onAnswer({ choice: id });
  };
  useChoiceKeys(
    exercise.choices.map((choice) => choice.id),
    choose,
  );
  useKeys([
    { key: "ArrowLeft", says: "The left one", act: () => choose("left") },
    { key: "ArrowRight", says: "The right one", act: () => choose("right") },
  ]);
  return (
    <div className="m-auto flex h-full max-h-[32rem] w-full max-w-4xl">
      {exercise.choices.map((choice) => (
        <button
          key={choice.id}
          type="button"
          aria-label={`The ${choice.says} one`}
          disabled={judged !== null}
          onClick={() => choose(choice.id)}
          className={`relative min-h-60 flex-1 ${markOf(choice.id, judged?.answer ?? null, taken)}`}
        >
          {choice.swatch && <Colour swatch={choice.swatch} className="h-full w-full" />}
        </button>
      ))}
    </div>
  );
}

/** What is asked about, large, and the patches to choose from touching it. */
export function Patches({ exercise, judged, onAnswer }: AskProps) {
  const [taken, setTaken] = useState<string | null>(null);
  const choose = (id: string) => {
    setTaken(id);
    onAnswer({ choice: id });
  };
  useChoiceKeys(
    exercise.choices.map((choice) => choice.id),
    choose,
  );
  const tubes = exercise.kind === "mixture";
  return (
    <div className="m-auto flex h-full max-h-[36rem] w-full max-w-4xl flex-col">
      <div className={tubes ? "flex h-24 shrink-0 gap-2 pb-3" : "flex min-h-40 flex-1"}>
        {exercise.shown.map((shown) => (
          <span key={shown.id} className="flex min-w-0 flex-1 flex-col text-sm">
            <Colour swatch={shown.swatch} className="min-h-0 w-full flex-1" />
            {tubes && <span className="truncate">{shown.says}</span>}
          </span>
        ))}
      </div>
      <div
        className={`grid flex-1 ${tubes ? "grid-cols-3" : ""}`}
        style={
          tubes ? undefined : { gridTemplateColumns: `repeat(${exercise.choices.length}, 1fr)` }
        }
      >
        {exercise.choices.map((choice, i) => (
          <button
            key={choice.id}
            type="button"
            aria-label={choice.says}
            disabled={judged !== null}
            onClick={() => choose(choice.id)}
            className={`relative min-h-24 ${markOf(choice.id, judged?.answer ?? null, taken)}`}
          >
            {choice.swatch && <Colour swatch={choice.swatch} className="h-full w-full" />}
            <Key of={i} />
          </button>
        ))}
      </div>
    </div>
  );
}

/** Which key takes a patch, small and on paper, so that it tints nothing. */
export function Key({ of }: { of: number }) {
  const key = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "-", "="][of];
  return (
    <span
      aria-hidden="true"
      className="absolute bottom-1 left-1/2 -translate-x-1/2 bg-paper px-1.5 text-ink text-sm leading-5"
    >
      {key}
    </span>
  );
}
