import { useSteps } from "../../plots/steps";
import { Swatch } from "../../seen/Swatch";
import type { Scale } from "./scale";

/** The steps opened with white or water, a row below another, each column of one step. */
export function OpenedRows({ scale: { steps, opened } }: { scale: Scale }) {
  const { selected, select } = useSteps();
  return (
    <section
      aria-label="Opened rows"
      className="mx-4 mb-3 shrink-0 overflow-x-auto bg-paper pb-1 max-md:mx-0"
    >
      {opened.map(({ label, patches }, row) => (
        <div key={label} className="pt-1">
          <h3 className="sticky left-0 px-1 text-ink-soft text-sm leading-tight">{label}</h3>
          <div className="flex">
            {patches.map((patch, i) => {
              const place = steps.length * (row + 1) + i;
              return (
                <button
                  type="button"
                  key={patch.label}
                  aria-label={`${patch.label}: ${patch.look.munsell}, ${patch.look.name}`}
                  aria-pressed={place === selected}
                  onClick={() => select(place)}
                  className={`h-11 min-w-11 flex-1 border-t-4 ${place === selected ? "border-ink" : "border-transparent"}`}
                >
                  <Swatch colour={patch.look} className="h-full" />
                </button>
              );
            })}
          </div>
        </div>
      ))}
    </section>
  );
}
