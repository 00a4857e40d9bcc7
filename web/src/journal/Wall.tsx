import { useQueries } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from "react";
import type { WallOut as Told, WallSwatch } from "../api/schema";
import { Swatch } from "../seen/Swatch";
import { useSize } from "../ui/useSize";
import { type Filters, type Order, PAGE, pageQuery } from "./queries";
import { lineOf, moved, type Place, type Row, rowsOf } from "./rows";

/** Thousands stand close; of a few each is large enough to be judged. */
const LEAST_PX = { few: 88, many: 52 };
const FEW = 250;
const HEAD_PX = 48;
const OVER = 3;

/** The journal as one field of touching swatches, of which only those in sight are there. */
export function Wall({
  told,
  order,
  filters,
  open,
  onOpen,
}: {
  told: Told;
  order: Order;
  filters: Filters;
  /** The entry on the slip. */
  open: number | null;
  onOpen: (id: number) => void;
}) {
  const field = useRef<HTMLDivElement>(null);
  const [sized, width] = useSize();
  const least = told.total <= FEW ? LEAST_PX.few : LEAST_PX.many;
  const columns = Math.max(3, Math.floor(width / least));
  const size = width > 0 ? width / columns : least;
  const rows = useMemo(() => rowsOf(told.groups, columns), [told.groups, columns]);
  const [held, setHeld] = useState<Place | null>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => field.current,
    estimateSize: (line) => (rows[line]?.kind === "head" ? HEAD_PX : size),
    overscan: OVER,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: other lines are other sizes
  useEffect(() => virtual.measure(), [rows, size]);
  const lines = virtual.getVirtualItems();
  const swatches = useSwatches(
    told,
    order,
    filters,
    lines.flatMap(({ index }) => rows[index] ?? []),
  );
  const roving = held ?? first(told);
  const onKeyDown = (event: KeyboardEvent) => {
    if (!roving || !event.key.startsWith("Arrow")) return;
    event.preventDefault();
    const to = moved(told.groups, columns, roving, event.key);
    setHeld(to);
    virtual.scrollToIndex(lineOf(rows, to, columns));
    // It is drawn once it is in sight.
    requestAnimationFrame(() =>
      field.current?.querySelector<HTMLElement>(`[data-place="${nameOf(to)}"]`)?.focus(),
    );
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrows lead from swatch to swatch
    <div
      ref={(node) => {
        field.current = node;
        sized(node);
      }}
      onKeyDown={onKeyDown}
      data-testid="wall"
      className="min-h-0 flex-1 overflow-y-auto bg-stage text-stage-ink"
    >
      <div className="relative w-full" style={{ height: virtual.getTotalSize() }}>
        {lines.map(({ index, start }) => {
          const row = rows[index];
          if (!row) return null;
          const style = { transform: `translateY(${start}px)` };
          return row.kind === "head" ? (
            <h2
              key={`head ${row.group.key}`}
              style={{ ...style, height: HEAD_PX }}
              className="absolute inset-x-0 top-0 flex items-end gap-3 truncate px-3 pb-1"
            >
              <b>{row.group.title}</b>
              <span className="truncate text-sm">
                {row.group.says ||
                  (row.group.count === 1 ? "1 entry" : `${row.group.count} entries`)}
              </span>
            </h2>
          ) : (
            <div
              key={`${row.group.key} ${row.first}`}
              className="absolute inset-x-0 top-0 flex focus-within:z-10 has-aria-pressed:z-10"
              style={{ ...style, height: size }}
            >
              {Array.from({ length: row.count }, (_, at) => {
                const place = { group: row.group.key, at: row.first + at };
                const swatch = swatches(place);
                return (
                  <Cell
                    key={place.at}
                    group={place.group}
                    at={place.at}
                    swatch={swatch}
                    size={size}
                    chosen={swatch !== undefined && swatch.id === open}
                    reached={roving?.group === place.group && roving.at === place.at}
                    onOpen={onOpen}
                    onHeld={setHeld}
                  />
                );
              })}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const nameOf = (place: Place) => `${place.group} ${place.at}`;

function first(told: Told): Place | null {
  const group = told.groups[0];
  return group ? { group: group.key, at: 0 } : null;
}

/** The swatches of the lines in sight; those of the first window came with the groups. */
function useSwatches(told: Told, order: Order, filters: Filters, rows: readonly Row[]) {
  const known = useMemo(() => {
    const found = new Map<string, WallSwatch>();
    let at = 0;
    for (const group of told.groups) {
      for (let place = 0; place < group.count && at < told.first.length; place++, at++)
        found.set(nameOf({ group: group.key, at: place }), told.first[at] as WallSwatch);
      if (at >= told.first.length) break;
    }
    return found;
  }, [told]);
  const starts = useMemo(() => startsOf(told), [told]);
  /** Which page of what has a place, and where in it; days follow each other in one order. */
  const pageOf = ({ group, at }: Place) => {
    const all = order === "day";
    const index = all ? at + (starts.get(group) ?? 0) : at;
    return { group: all ? "" : group, page: Math.floor(index / PAGE), at: index % PAGE };
  };
  const wanted = new Map<string, { group: string; page: number }>();
  for (const row of rows) {
    if (row.kind === "head") continue;
    const ends = [row.first, row.first + row.count - 1].map((at) => ({ group: row.group.key, at }));
    for (const place of ends) {
      if (known.has(nameOf(place))) continue;
      const { group, page } = pageOf(place);
      wanted.set(`${group} ${page}`, { group, page });
    }
  }
  const pages = [...wanted.values()];
  const placeOf = new Map([...wanted.keys()].map((key, place) => [key, place]));
  const answers = useQueries({
    queries: pages.map(({ group, page }) => pageQuery(order, filters, group, page)),
  });
  return (place: Place): WallSwatch | undefined => {
    const told = known.get(nameOf(place));
    if (told) return told;
    const { group, page, at } = pageOf(place);
    return answers[placeOf.get(`${group} ${page}`) ?? -1]?.data?.[at];
  };
}

/** How many entries stand before each group. */
function startsOf(told: Told): ReadonlyMap<string, number> {
  let before = 0;
  return new Map(
    told.groups.map((group) => {
      const start = before;
      before += group.count;
      return [group.key, start];
    }),
  );
}

/** One swatch; while others come into sight it stays as it is. */
const Cell = memo(function Cell({
  group,
  at,
  swatch,
  size,
  chosen,
  reached,
  onOpen,
  onHeld,
}: {
  group: string;
  at: number;
  swatch: WallSwatch | undefined;
  size: number;
  chosen: boolean;
  reached: boolean;
  onOpen: (id: number) => void;
  onHeld: (place: Place) => void;
}) {
  if (!swatch) return <span className="hatched shrink-0" style={{ width: size, height: size }} />;
  return (
    <button
      type="button"
      data-place={nameOf({ group, at })}
      data-entry={swatch.id}
      tabIndex={reached ? 0 : -1}
      aria-label={swatch.times > 1 ? `${swatch.title}, mixed ${swatch.times} times` : swatch.title}
      aria-pressed={chosen}
      title={swatch.title}
      onClick={() => onOpen(swatch.id)}
      onFocus={() => onHeld({ group, at })}
      className={`relative shrink-0 ${chosen ? "z-10 shadow-[0_0_0_3px_var(--stage-ink),0_0_0_6px_var(--stage)]" : ""}`}
      style={{ width: size, height: size }}
    >
      <Touching swatch={swatch} />
    </button>
  );
});

/** As it was predicted, and as it was where somebody looked, side by side. */
export function Touching({ swatch }: { swatch: WallSwatch }) {
  return (
    <span className="flex h-full w-full">
      <Swatch colour={swatch.colour} className="h-full flex-1" />
      {swatch.seen && <Swatch colour={swatch.seen} className="h-full flex-1" />}
    </span>
  );
}
