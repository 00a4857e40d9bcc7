import { useState } from "react";
import { Button } from "../ui/Button";
import { Colour } from "./Colour";
import { Key, useChoiceKeys } from "./choosing";
import type { AskProps } from "./props";

/** Nine shuffled patches: each tap lays one down next to the last; a tap on it takes it up again. */
export function InOrder({ exercise, judged, onAnswer }: AskProps) {
  const [laid, setLaid] = useState<readonly string[]>([]);
  const ids = exercise.choices.map((choice) => choice.id);
  const swatchOf = (id: string) => exercise.choices.find((choice) => choice.id === id)?.swatch;
  const lay = (id: string) => {
    if (!judged) setLaid((now) => (now.includes(id) ? now.filter((x) => x !== id) : [...now, id]));
  };
  useChoiceKeys(ids, lay);
  const row = (list: readonly string[], says: string, key: boolean) => (
    <fieldset aria-label={says} className="grid h-full min-h-28 flex-1 grid-cols-9">
      {list.map((id) => {
        const swatch = swatchOf(id);
        const gone = key && laid.includes(id);
        return (
          <button
            key={id}
            type="button"
            aria-label={`Patch ${ids.indexOf(id) + 1}${key ? "" : ", laid down"}`}
            disabled={judged !== null || gone}
            onClick={() => lay(id)}
            className="relative min-h-20"
          >
            {swatch && !gone && <Colour swatch={swatch} className="h-full w-full" />}
            {key && !gone && <Key of={ids.indexOf(id)} />}
          </button>
        );
      })}
    </fieldset>
  );
  return (
    <div className="m-auto flex h-full max-h-[34rem] w-full max-w-4xl flex-col gap-4">
      {row(laid, "Laid down", false)}
      {judged ? row(judged.order, "The right order", false) : row(ids, "To be laid down", true)}
      {!judged && (
        <Button
          look="solid"
          className="self-center"
          disabled={laid.length < ids.length}
          onClick={() => onAnswer({ order: [...laid] })}
        >
          In this order
        </Button>
      )}
    </div>
  );
}
