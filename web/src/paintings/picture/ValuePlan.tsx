import { TABLES } from "../../api/tables";
import { Button } from "../../ui/Button";
import { nameOf, withPassage } from "../draft";
import type { Shown } from "../shown";

/** The plan of values: the chosen passage is set to one, and the whole is judged for its pattern. */
export function ValuePlan({ painting, request, harmony, place }: Shown) {
  const { passages } = request;
  const passage = passages[place];
  if (!passage) return null;
  const name = nameOf(passages, place);
  const hold = (value: number | null) =>
    painting.set((now) => withPassage(now, place, { value }), `value ${place}`);
  return (
    <section aria-label="The plan of values" className="flex flex-wrap items-center gap-x-3 px-4">
      <fieldset className="flex" aria-label={`Value that ${name} is held to`}>
        {TABLES.values.map((code, i) => {
          const value = i + 1;
          const chosen = passage.value === value;
          return (
            <button
              key={code}
              type="button"
              aria-label={`Value ${value}`}
              aria-pressed={chosen}
              onClick={() => hold(value)}
              className="h-11 w-11 text-sm aria-pressed:font-bold aria-pressed:shadow-[inset_0_-4px_0_currentColor]"
              style={{ backgroundColor: code, color: value < 5 ? "white" : "black" }}
            >
              {value}
            </button>
          );
        })}
      </fieldset>
      <Button look="stage" aria-pressed={passage.value == null} onClick={() => hold(null)}>
        As mixed
      </Button>
      <p className="min-w-56 flex-1 text-sm leading-tight">{harmony?.pattern.join(" ")}</p>
    </section>
  );
}
