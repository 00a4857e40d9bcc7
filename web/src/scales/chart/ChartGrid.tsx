import type { KeyboardEvent } from "react";
import type { Chart, Patch } from "../../api/client";
import { partsInWords } from "../../plots/trail";
import { useSwatchStyle } from "../../seen/Swatch";

const NARROW_FROM = 9;

/** The cells of a chart, touching, with what the rows and columns are. */
export function ChartGrid({
  chart,
  notes,
  selected,
  onSelect,
}: {
  chart: Chart;
  notes: Readonly<Record<number, string>>;
  selected: number;
  onSelect: (place: number) => void;
}) {
  const columns = chart.column_labels.length;
  const count = chart.rows.length * columns;
  const walk = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = selected + by;
    if (next < 0 || next >= count) return;
    onSelect(next);
    const cell = event.currentTarget.querySelector<HTMLElement>(`[data-cell="${next}"]`);
    cell?.focus();
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto p-4">
      {/* biome-ignore lint/a11y/useSemanticElements: cells that touch stand in a CSS grid */}
      <div
        role="grid"
        aria-label={chart.title}
        tabIndex={-1}
        onKeyDown={walk}
        className="grid min-h-0 flex-1"
        style={{
          gridTemplateColumns: `6.5rem repeat(${columns}, minmax(2.75rem, 1fr))`,
          gridTemplateRows: `auto repeat(${chart.rows.length}, minmax(4.5rem, 1fr))`,
        }}
      >
        {/* biome-ignore lint/a11y/useSemanticElements: a row of the CSS grid */}
        <div role="row" tabIndex={-1} className="contents">
          <span />
          {chart.column_labels.map((label) => (
            // biome-ignore lint/a11y/useSemanticElements: a heading in the CSS grid
            <span
              key={label}
              role="columnheader"
              tabIndex={-1}
              className="self-end overflow-hidden px-0.5 pb-1 text-center text-sm text-stage-ink leading-tight"
            >
              {columns >= NARROW_FROM ? label.replace(/^\D+/, "") : label}
            </span>
          ))}
        </div>
        {chart.rows.map((row, r) => (
          // biome-ignore lint/a11y/useSemanticElements: a row of the CSS grid
          <div key={chart.row_labels[r]} role="row" tabIndex={-1} className="contents">
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
                  place={place}
                  note={notes[place] ?? ""}
                  selected={place === selected}
                  onSelect={() => onSelect(place)}
                />
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}

function Cell({
  patch,
  place,
  note,
  selected,
  onSelect,
}: {
  patch: Patch;
  place: number;
  note: string;
  selected: boolean;
  onSelect: () => void;
}) {
  const style = useSwatchStyle(patch.look);
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
      {selected && (
        <span className="pointer-events-none absolute inset-1 border-2 border-black outline-2 outline-white" />
      )}
      {(selected || note) && (
        <span className="m-2 truncate bg-paper px-1.5 text-center text-ink text-sm leading-5">
          {note || patch.look.munsell}
        </span>
      )}
    </div>
  );
}
