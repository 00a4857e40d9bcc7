import { useQuery } from "@tanstack/react-query";
import type { MapOut, WallSwatch } from "../api/schema";
import { Note } from "../ui/Note";
import { type Filters, mapQuery } from "./queries";
import { Touching } from "./Wall";

/** What a painter mixes as a map: hue across, value up; a place with several opens their field. */
export function ColourMap({
  filters,
  open,
  onOpen,
  onNear,
}: {
  filters: Filters;
  open: number | null;
  onOpen: (id: number) => void;
  onNear: (colour: string) => void;
}) {
  const { data: map, error } = useQuery(mapQuery(filters));
  if (error)
    return (
      <div className="m-8">
        <Note>{error.message}</Note>
      </div>
    );
  if (!map) return <p className="m-8">Laying it out …</p>;
  const rows = map.cells.map(({ row }) => row);
  const first = Math.min(...rows);
  const last = Math.max(...rows);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by key
    <div tabIndex={0} className="flex min-h-0 flex-1 flex-col overflow-auto p-3 text-stage-ink">
      {/* Under a finger a place is never smaller than one: the map is then larger than the screen. */}
      <div
        className="grid min-h-96 flex-1 [--place:0px] max-lg:[--place:2.75rem]"
        style={{
          gridTemplateColumns: `2.5rem repeat(${map.columns.length}, minmax(var(--place), 1fr))`,
          gridTemplateRows: `repeat(${last - first + 1}, minmax(var(--place), 1fr)) 1.5rem`,
        }}
      >
        {map.rows.slice(first, last + 1).map((value, at) =>
          Number(value) % 1 === 0 ? (
            <span
              key={value}
              className="self-end pr-2 text-right text-sm leading-none"
              style={{ gridColumn: 1, gridRow: at + 1 }}
            >
              {value}
            </span>
          ) : null,
        )}
        {map.cells.map((cell) => (
          <Cell
            key={`${cell.row} ${cell.column}`}
            cell={cell}
            row={cell.row - first + 1}
            says={`${map.columns[cell.column]}, value ${map.rows[cell.row]}`}
            open={open}
            onOpen={onOpen}
            onNear={onNear}
          />
        ))}
        {namesOf(map.columns).map(({ name, from, to }) => (
          <span
            key={from}
            className={`truncate px-0.5 text-center text-sm leading-6 ${from === to ? "max-md:hidden" : ""}`}
            style={{ gridColumn: `${from + 2} / ${to + 3}`, gridRow: last - first + 2 }}
          >
            {name}
          </span>
        ))}
      </div>
    </div>
  );
}

function Cell({
  cell,
  row,
  says,
  open,
  onOpen,
  onNear,
}: {
  cell: MapOut["cells"][number];
  row: number;
  says: string;
  open: number | null;
  onOpen: (id: number) => void;
  onNear: (colour: string) => void;
}) {
  const [newest] = cell.newest as [WallSwatch, ...WallSwatch[]];
  const alone = cell.count === 1;
  return (
    <button
      type="button"
      data-entry={newest.id}
      title={alone ? newest.title : `${cell.count} entries`}
      aria-label={alone ? `${newest.title}, ${says}` : `${cell.count} entries, ${says}`}
      aria-pressed={cell.newest.some(({ id }) => id === open)}
      onClick={() => (alone ? onOpen(newest.id) : onNear(newest.colour.srgb))}
      className="flex aria-pressed:z-10 aria-pressed:shadow-[0_0_0_3px_var(--stage-ink)]"
      style={{ gridColumn: cell.column + 2, gridRow: row }}
    >
      {cell.newest.map((each) => (
        <span key={each.id} className="h-full flex-1">
          <Touching swatch={each} />
        </span>
      ))}
    </button>
  );
}

/** Each hue's name once, under the columns that are of it. */
function namesOf(columns: readonly string[]) {
  const told: Array<{ name: string; from: number; to: number }> = [];
  columns.forEach((name, at) => {
    const last = told.at(-1);
    if (last?.name === name) last.to = at;
    else told.push({ name, from: at, to: at });
  });
  return told;
}
