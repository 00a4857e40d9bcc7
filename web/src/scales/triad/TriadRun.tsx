import { partsText } from "../../plots/trail";
import { type Colour, Swatch } from "../../seen/Swatch";
import { useAtOnce } from "../../ui/useAtOnce";
import type { Triad } from "./field";

/** The run: the points that are picked out of the triangle, as touching patches. */
export function TriadRun({
  triad,
  notes,
  place,
  held,
  onChoose,
}: {
  triad: Triad;
  notes: Readonly<Record<number, string>>;
  /** The chosen point. */
  place: number;
  /** How it looks while it is dragged, and about which parts it has there. */
  held: (Partial<Colour> & { says: string }) | null;
  onChoose: (place: number) => void;
}) {
  const [chosen, choose] = useAtOnce(place, onChoose);
  return (
    <section aria-label="The run" className="px-4 pb-3">
      <ol className="flex">
        {triad.patches.map((each, i) => {
          const dragged = i === place ? held : null;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a pick is its place in the row
            <li key={i} className="min-w-11 flex-1">
              <button
                type="button"
                aria-pressed={i === chosen}
                onClick={() => choose(i)}
                className="flex w-full flex-col text-center"
              >
                <Swatch
                  colour={dragged ? { ...each.look, ...dragged } : each.look}
                  notched
                  className="h-16 w-full"
                />
                <span
                  className={`block w-full overflow-hidden border-t-4 bg-paper px-0.5 py-0.5 leading-tight ${i === chosen ? "border-ink" : "border-transparent"}`}
                >
                  <b className="block whitespace-nowrap">
                    {dragged ? dragged.says : partsText(each)}
                  </b>
                  <span className="block whitespace-nowrap text-ink-soft text-sm">
                    {notes[i] || each.look.munsell}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
