import { ArrowLeftRight, Minus, Plus, Redo2, Undo2 } from "lucide-react";
import type { Tube } from "../api/client";
import { Button } from "../ui/Button";
import { Swatch } from "../ui/Swatch";
import { type Draft, FEWEST_STEPS, MOST_LIGHTENER, MOST_STEPS } from "./draft";

export type End = "first" | "second";

const SPACINGS: ReadonlyArray<[Draft["spacing"], string]> = [
  ["chroma", "Chroma"],
  ["difference", "Difference"],
  ["parts", "Parts"],
];

/** The choices that make a scale: its two ends, steps, what they are even in, and the white. */
export function PairBar({
  draft,
  tubes,
  active,
  onActive,
  onChange,
  undo,
  redo,
}: {
  draft: Draft;
  tubes: readonly Tube[];
  active: End;
  onActive: (end: End) => void;
  onChange: (patch: Partial<Draft>, by: string) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}) {
  const tubeOf = (id: number | null) => tubes.find((tube) => tube.id === id);
  const steps = (wanted: number) =>
    onChange(
      { steps: Math.min(MOST_STEPS, Math.max(FEWEST_STEPS, wanted)), placed: null },
      "steps",
    );
  const lightener = draft.medium === "opaque" ? "White" : "Water";
  return (
    <div className="flex flex-col gap-2 bg-slate px-4 py-2 text-chalk">
      <div className="flex flex-wrap items-center gap-2">
        <EndButton end="first" word="From" tube={tubeOf(draft.first)} {...{ active, onActive }} />
        <Button
          look="quiet"
          aria-label="Swap the two ends"
          disabled={draft.first === null || draft.second === null}
          onClick={() =>
            onChange({ first: draft.second, second: draft.first, placed: null }, "swap")
          }
        >
          <ArrowLeftRight aria-hidden="true" size={20} />
        </Button>
        <EndButton end="second" word="To" tube={tubeOf(draft.second)} {...{ active, onActive }} />
        <label className="ml-auto flex min-h-11 items-center gap-2">
          {lightener}
          <input
            type="range"
            min={0}
            max={MOST_LIGHTENER}
            step={0.5}
            value={draft.lightener}
            aria-valuetext={`${draft.lightener} parts to 1`}
            onChange={(event) =>
              onChange({ lightener: Number(event.target.value), placed: null }, "lightener")
            }
            className="h-11 w-24 accent-chalk"
          />
          <output className="w-11">
            <b>{draft.lightener}</b> : 1
          </output>
        </label>
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <fieldset className="flex items-center gap-1" aria-label="Number of steps">
          <Button
            aria-label="Fewer steps"
            disabled={draft.steps <= FEWEST_STEPS}
            onClick={() => steps(draft.steps - 1)}
          >
            <Minus aria-hidden="true" size={18} />
          </Button>
          <output className="w-14 text-center">
            <b>{draft.steps}</b> steps
          </output>
          <Button
            aria-label="More steps"
            disabled={draft.steps >= MOST_STEPS}
            onClick={() => steps(draft.steps + 1)}
          >
            <Plus aria-hidden="true" size={18} />
          </Button>
        </fieldset>
        <Choice
          label="Even in"
          shown
          options={SPACINGS}
          value={draft.spacing}
          onChoose={(spacing) => onChange({ spacing, placed: null }, "spacing")}
        />
        <Choice
          label="Lay it"
          options={[
            ["opaque", "Opaque"],
            ["wash", "Wash"],
          ]}
          value={draft.medium}
          onChoose={(medium) => onChange({ medium, placed: null }, "medium")}
        />
        <span className="ml-auto flex gap-1">
          <Button look="quiet" aria-label="Undo" disabled={!undo} onClick={() => undo?.()}>
            <Undo2 aria-hidden="true" size={20} />
          </Button>
          <Button look="quiet" aria-label="Redo" disabled={!redo} onClick={() => redo?.()}>
            <Redo2 aria-hidden="true" size={20} />
          </Button>
        </span>
      </div>
    </div>
  );
}

function EndButton({
  end,
  word,
  tube,
  active,
  onActive,
}: {
  end: End;
  word: string;
  tube: Tube | undefined;
  active: End;
  onActive: (end: End) => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={active === end}
      onClick={() => onActive(end)}
      className={`flex min-h-12 w-[12.25rem] items-center gap-3 pr-3 text-left ${active === end ? "bg-slate-deep ring-2 ring-chalk ring-inset" : "bg-slate-high"}`}
    >
      {tube ? (
        <Swatch colour={tube.paint.masstone} className="h-12 w-12 shrink-0" />
      ) : (
        <span aria-hidden="true" className="hatched h-12 w-12 shrink-0" />
      )}
      <span className="min-w-0 leading-tight">
        <span className="block text-chalk-soft text-sm">{word}</span>
        <span className="block truncate font-bold">{tube?.label ?? "tap a tube"}</span>
      </span>
    </button>
  );
}

function Choice<T extends string>({
  label,
  shown = false,
  options,
  value,
  onChoose,
}: {
  label: string;
  /** Whether the label stands beside the options, where they do not speak for themselves. */
  shown?: boolean;
  options: ReadonlyArray<[T, string]>;
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <fieldset className="flex items-center gap-2" aria-label={label}>
      {shown && <span aria-hidden="true">{label}</span>}
      <span className="flex">
        {options.map(([key, name]) => (
          <Button
            key={key}
            aria-pressed={value === key}
            className="rounded-none px-2"
            onClick={() => onChoose(key)}
          >
            {name}
          </Button>
        ))}
      </span>
    </fieldset>
  );
}
