import { zodResolver } from "@hookform/resolvers/zod";
import { Save } from "lucide-react";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import type { Scale } from "../api/client";
import { partsText, roughParts } from "../plots/trail";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Swatch } from "../ui/Swatch";
import { ShelfButton } from "./Shelf";

const NAME_LENGTH = 120;
const schema = z.object({
  name: z
    .string()
    .trim()
    .min(1, "Give the scale a name to find it by.")
    .max(NAME_LENGTH, `A name is at most ${NAME_LENGTH} characters long.`),
});

/** The slip: what the trail does, what the chosen step takes, and all the parts to mix by. */
export function Slip({
  scale,
  share,
  selected,
  moving,
  name,
  saved,
  saving,
  error,
  onName,
  onSave,
  onSelect,
  onShelf,
}: {
  scale: Scale;
  share: number;
  selected: number;
  moving: (index: number) => boolean;
  name: string;
  saved: boolean;
  saving: boolean;
  error: string | null;
  onName: (name: string) => void;
  onSave: (name: string) => void;
  onSelect: (index: number) => void;
  onShelf: () => void;
}) {
  const form = useForm({ resolver: zodResolver(schema), values: { name } });
  const { errors } = form.formState;
  const step = scale.steps[selected];
  useEffect(() => {
    if (errors.name) form.setFocus("name");
  }, [errors.name, form]);
  return (
    <aside aria-label="The slip" className="flex h-full min-h-0 flex-col bg-paper text-ink">
      <form
        onSubmit={form.handleSubmit((values) => onSave(values.name))}
        className="flex flex-col gap-2 border-ink/25 border-b px-4 pt-3 pb-3"
      >
        <div className="flex flex-col gap-2">
          <input
            aria-label="Name of the scale"
            placeholder="Name this scale"
            autoComplete="off"
            {...form.register("name", { onChange: (event) => onName(event.target.value) })}
            className="min-h-11 min-w-0 bg-white px-3 font-bold ring-1 ring-ink/50 ring-inset"
          />
          <div className="flex gap-2">
            <Button type="submit" look="solid" className="shrink-0" disabled={saving || saved}>
              <Save aria-hidden="true" size={18} className="shrink-0" /> {saved ? "Saved" : "Save"}
            </Button>
            <ShelfButton onClick={onShelf} />
          </div>
        </div>
        {errors.name && <Note>{errors.name.message}</Note>}
        {error && <Note>{error}</Note>}
      </form>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        <p className="text-lg leading-snug" data-testid="miss">
          {scale.neutral.miss}
        </p>
        {step && (
          <section aria-label="The chosen step" className="mt-3 border-ink border-t-2 pt-2">
            <h2 className="font-bold">
              Step {selected + 1} of {scale.steps.length}
            </h2>
            {moving(selected) ? (
              <p className="text-xl">about {roughParts(share)}</p>
            ) : (
              <ul className="text-xl leading-snug" data-testid="chosen-parts">
                {step.parts
                  .filter((part) => part.whole > 0)
                  .map((part) => (
                    <li key={part.key} className="flex gap-2">
                      <b className="min-w-7 text-right">{part.whole}</b> {part.name}
                    </li>
                  ))}
              </ul>
            )}
            <p className="mt-1 leading-snug" data-testid="chosen-words">
              {step.munsell} · {step.name}
            </p>
            {!moving(selected) && (
              <p className="text-ink-soft text-sm leading-snug">
                Predicted within ± ΔE {step.uncertainty_delta_e.toFixed(1)}.
              </p>
            )}
            {!moving(selected) && (
              <p className="text-ink-soft text-sm leading-snug">
                {!step.measurable
                  ? "Too little to measure: first let the strong paint down, 1 part in 10 of the other."
                  : step.rounding_delta_e >= 0.1
                    ? `Rounding to whole parts costs ΔE ${step.rounding_delta_e.toFixed(1)}.`
                    : "Whole parts hit it."}
              </p>
            )}
          </section>
        )}
        <table className="mt-3 w-full border-ink border-t-2">
          <caption className="sr-only">Parts of every step, by volume</caption>
          <thead>
            <tr className="text-left text-ink-soft text-sm">
              <th scope="col" className="w-8 font-medium" aria-label="Patch" />
              <th scope="col" className="pt-1 font-medium">
                {scale.paints.map((p) => p.key.replace(/^PBr7-/, "")).join(" : ")}
              </th>
              <th scope="col" className="font-medium">
                Munsell
              </th>
            </tr>
          </thead>
          <tbody>
            {scale.steps.map((row, i) => (
              <tr
                // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the row
                key={i}
                onClick={() => onSelect(i)}
                className={i === selected ? "bg-ink text-paper" : ""}
              >
                <td>
                  <Swatch colour={row} className="h-6 w-8" />
                </td>
                <td className="pl-1 font-bold">
                  {moving(i) && i === selected ? roughParts(share) : partsText(row)}
                </td>
                <td className="text-sm">{row.munsell}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-3 text-ink-soft text-sm leading-snug">
          Parts by volume. Colours are predicted from library figures: mix a little, look, then mix
          the rest.
        </p>
      </div>
    </aside>
  );
}
