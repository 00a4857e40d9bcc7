import { useState } from "react";
import { useKeys } from "../ui/keys";
import { Colour, markOf } from "./Colour";
import type { AskProps } from "./props";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "-", "="];

/** What was chosen of an exercise, by hand or by key; keys take the choices in their order. */
export function useChoosing({ exercise, onAnswer }: AskProps, ready = true) {
  const [taken, setTaken] = useState<string | null>(null);
  const choose = (id: string) => {
    if (!ready) return;
    setTaken(id);
    onAnswer({ choice: id });
  };
  useChoiceKeys(
    exercise.choices.map(({ id }) => id),
    choose,
  );
  return { taken, choose };
}

/** Keys 1 to 9, and then 0 and the minus, for choices in their order. */
export function useChoiceKeys(ids: readonly string[], choose: (id: string) => void) {
  useKeys(
    ids.slice(0, KEYS.length).map((id, i) => ({
      key: KEYS[i] as string,
      says: `Choose ${i + 1}`,
      act: () => choose(id),
    })),
  );
}

type Choice = AskProps["exercise"]["choices"][number];

/** One of the patches to choose from, with its key where it has one. */
export function PatchChoice({
  choice,
  place,
  says = choice.says,
  judged,
  taken,
  onChoose,
  className,
}: {
  choice: Choice;
  /** Its place among the choices; without one it has no key. */
  place?: number;
  says?: string;
  judged: AskProps["judged"];
  taken: string | null;
  onChoose: (id: string) => void;
  className: string;
}) {
  return (
    <button
      type="button"
      aria-label={says}
      disabled={judged !== null}
      onClick={() => onChoose(choice.id)}
      className={`relative ${className} ${markOf(choice.id, judged?.answer ?? null, taken)}`}
    >
      {choice.swatch && <Colour swatch={choice.swatch} className="h-full w-full" />}
      {place !== undefined && <Key of={place} />}
    </button>
  );
}

/** Which key takes a patch, small and on paper, so that it tints nothing. */
export function Key({ of }: { of: number }) {
  return (
    <span
      aria-hidden="true"
      className="absolute bottom-1 left-1/2 -translate-x-1/2 bg-paper px-1.5 text-ink text-sm leading-5"
    >
      {KEYS[of]}
    </span>
  );
}
