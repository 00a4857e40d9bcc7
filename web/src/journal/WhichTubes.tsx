import { useQuery } from "@tanstack/react-query";
import { tubesQuery } from "../api/queries";
import type { FoundEntry } from "../api/schema";
import { Select } from "../ui/Select";

/** The tube that the painter says a label is of; none for a paint that is in no tube. */
export type ChosenTubes = Readonly<Record<string, number | null>>;

const NONE = "none";

/** Asks once for each label of a file that is not surely one of the tubes. */
export function WhichTubes({
  found,
  chosen,
  onChoose,
}: {
  found: readonly FoundEntry[];
  chosen: ChosenTubes;
  onChoose: (chosen: ChosenTubes) => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const unsure = new Map(
    found.flatMap((entry) => entry.unsure.map((part) => [part.label, part.tube] as const)),
  );
  if (unsure.size === 0) return null;
  const options = [
    [NONE, "In no tube of mine"],
    ...tubes.map((tube) => [String(tube.id), tube.label] as const),
  ] as const;
  return (
    <section aria-label="Which tubes are meant" className="mb-3 bg-paper-deep p-3">
      <p className="leading-snug">
        {unsure.size === 1 ? "One paint is" : `${unsure.size} paints are`} not surely among your
        tubes. Say which is meant; without a tube only a written colour tells what it was.
      </p>
      <ul>
        {[...unsure].map(([label, likely]) => (
          <li key={label} className="flex flex-wrap items-center justify-between gap-x-3">
            <b>{label}</b>
            <Select
              label={`“${label}” is`}
              look="paper"
              options={options}
              value={String((label in chosen ? chosen[label] : likely) ?? NONE)}
              onChoose={(id) => onChoose({ ...chosen, [label]: id === NONE ? null : Number(id) })}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
