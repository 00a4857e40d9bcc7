import type { KeyboardEvent } from "react";
import type { ChartOut, PatchOut } from "../../api/schema";
import { partsInWords } from "../../plots/trail";
import { type Colour, Swatch, useSwatchStyle } from "../../seen/Swatch";
import { useAtOnce } from "../../ui/useAtOnce";

const NARROW_FROM = 9;
const MOST_WORDS = 14;
const LONG_NAME = 34;

/** The cells of a chart, touching, with what the rows and columns are. */
export function ChartGrid({
  chart,
  at,
  notes,
  selected,
  onSelect,
}: {
  chart: ChartOut;
  /** Of a chart of layers: at which of the thicknesses that were sent ahead it is seen. */
  at: number;
  notes: Readonly<Record<number, string>>;
  selected: number;
  onSelect: (place: number) => void;
}) {
  const [chosen, choose] = useAtOnce(selected, onSelect);
  const columns = chart.column_labels.length;
  const count = chart.rows.length * columns;
  const walk = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = chosen + by;
    if (next < 0 || next >= count) return;
    choose(next);
    const cell = event.currentTarget.querySelector<HTMLElement>(`[data-cell="${next}"]`);
    cell?.focus();
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-4">
      {/* biome-ignore lint/a11y/useSemanticElements: cells that touch stand in a CSS grid */}
      <div
        role="grid"
        aria-label={chart.title}
        tabIndex={-1}
        onKeyDown={walk}
        className="grid min-h-0 flex-1"
        style={{
          gridTemplateColumns: `${labelled(chart)} repeat(${columns}, minmax(2.75rem, 1fr))`,
          gridTemplateRows: `auto repeat(${chart.rows.length}, minmax(2.75rem, 1fr))`,
        }}
      >
        {/* biome-ignore lint/a11y/useSemanticElements: a row of the CSS grid */}
        <div role="row" tabIndex={-1} className="contents">
          <span />
          {chart.column_labels.map((label, c) => (
            // biome-ignore lint/a11y/useSemanticElements: a heading in the CSS grid
            <span
              // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
              key={c}
              role="columnheader"
              tabIndex={-1}
              className="self-end overflow-hidden px-0.5 pb-1 text-center text-sm text-stage-ink leading-tight"
            >
              {narrow(label, columns)}
            </span>
          ))}
        </div>
        {chart.rows.map((row, r) => (
          // biome-ignore lint/a11y/useSemanticElements: a row of the CSS grid
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          <div key={r} role="row" tabIndex={-1} className="contents">
            {/* biome-ignore lint/a11y/useSemanticElements: a heading in the CSS grid */}
            <span
              role="rowheader"
              tabIndex={-1}
              className="self-center pr-2 text-sm text-stage-ink leading-tight"
            >
              {chart.row_labels[r]}
            </span>
            {row.map((patch, c) => {
              const place = r * columns + c;
              return (
                <Cell
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                  key={c}
                  patch={patch}
                  colour={seenAt(chart.layers?.layers[place], at) ?? patch.look}
                  beside={seenAt(chart.layers?.mixed[place], at)}
                  place={place}
                  note={notes[place] ?? ""}
                  selected={place === chosen}
                  onSelect={() => choose(place)}
                />
              );
            })}
          </div>
        ))}
      </div>
      {chart.kinds.length > 0 && <WordMap chart={chart} />}
    </div>
  );
}

/** How wide the names beside the rows stand. */
const labelled = (chart: ChartOut) =>
  Math.max(...chart.row_labels.map((label) => label.length)) > LONG_NAME ? "13rem" : "6.5rem";

/** What still fits above a narrow column: of "step 7" the figure; of a word as much as wraps. */
function narrow(label: string, columns: number): string {
  if (columns < NARROW_FROM) return label;
  const figure = label.replace(/^\D+/, "");
  return figure || (columns > MOST_WORDS ? "" : label);
}

/** Which cells are brown, green, grey: the same places in words. */
function WordMap({ chart }: { chart: ChartOut }) {
  return (
    <table className="w-full shrink-0 table-fixed bg-paper text-ink text-sm leading-tight">
      <caption className="sr-only">What each cell is, in a word</caption>
      <thead className="sr-only">
        <tr>
          <td />
          {chart.column_labels.map((label, c) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
            <th key={c} scope="col">
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {chart.kinds.map((row, r) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          <tr key={r} className="border-ink/20 border-b last:border-0">
            <th scope="row" className="w-[6.5rem] truncate px-2 py-1 text-left font-normal">
              {chart.row_labels[r]}
            </th>
            {row.map((word, c) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
              <td key={c} className="truncate px-0.5 text-center font-bold">
                {word}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

type Run = NonNullable<ChartOut["layers"]>["layers"][number];

/** A cell of layers as it looks at one thickness. */
function seenAt(run: Run | undefined, at: number): Colour | null {
  const srgb = run?.srgb[at];
  if (!run || !srgb) return null;
  return {
    ...{ srgb, value_srgb: run.value_srgb[at] ?? srgb, opened_srgb: null },
    in_gamut: run.in_gamut[at] ?? true,
  };
}

function Cell({
  patch,
  colour,
  beside,
  place,
  note,
  selected,
  onSelect,
}: {
  patch: PatchOut;
  colour: Colour;
  /** The mixture that comes nearest to it, where the cell is of layers. */
  beside: Colour | null;
  place: number;
  note: string;
  selected: boolean;
  onSelect: () => void;
}) {
  const style = useSwatchStyle(colour);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a cell of the CSS grid
    <div
      role="gridcell"
      tabIndex={selected ? 0 : -1}
      aria-selected={selected}
      aria-label={`${patch.label}: ${partsInWords(patch)}. ${patch.look.munsell}, ${patch.look.name}${note ? `. For ${note}` : ""}`}
      data-cell={place}
      onClick={onSelect}
      onFocus={onSelect}
      onKeyDown={(event) => event.key === "Enter" && onSelect()}
      className="relative flex min-w-0 cursor-pointer flex-col justify-end"
      style={style}
    >
      {beside && <Swatch colour={beside} className="absolute right-0 bottom-0 h-2/5 w-2/5" />}
      {selected && (
        <span className="pointer-events-none absolute inset-1 border-2 border-black outline-2 outline-white" />
      )}
      {(selected || note) && (
        <span className="relative m-2 truncate bg-paper px-1.5 text-center text-ink text-sm leading-5">
          {note || patch.look.munsell}
        </span>
      )}
    </div>
  );
}
