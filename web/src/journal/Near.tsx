import type { WallSwatch } from "../api/schema";
import { differenceText } from "../seen/difference";
import { Touching } from "./Wall";

/** The entries nearest to a colour, nearest first, each with how far off it is. */
export function Near({
  found,
  open,
  onOpen,
}: {
  found: readonly WallSwatch[];
  open: number | null;
  onOpen: (id: number) => void;
}) {
  if (found.length === 0)
    return <p className="m-8 text-stage-ink">Nothing in the journal fits what is chosen above.</p>;
  return (
    <ol
      aria-label="Nearest first"
      className="grid min-h-0 flex-1 grid-cols-[repeat(auto-fill,minmax(9rem,1fr))] content-start overflow-y-auto text-stage-ink"
    >
      {found.map((each) => (
        <li key={each.id}>
          <button
            type="button"
            data-entry={each.id}
            aria-pressed={each.id === open}
            onClick={() => onOpen(each.id)}
            className="w-full text-left leading-tight aria-pressed:font-bold"
          >
            <span className="block h-24">
              <Touching swatch={each} />
            </span>
            <span className="block truncate px-1 pt-1">{each.title}</span>
            <span className="block px-1 pb-2 text-sm">{differenceText(each.away ?? 0)}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}
