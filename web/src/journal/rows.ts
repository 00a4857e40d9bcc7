import type { WallGroup } from "../api/schema";

/** A line of the wall: what a group is, or a strip of its swatches. */
export type Row =
  | { kind: "head"; group: WallGroup }
  | { kind: "strip"; group: WallGroup; first: number; count: number };

/** The wall as lines of so many swatches. */
export function rowsOf(groups: readonly WallGroup[], columns: number): Row[] {
  return groups.flatMap((group) => {
    const strips = Math.ceil(group.count / columns);
    return [
      { kind: "head" as const, group },
      ...Array.from({ length: strips }, (_, strip) => ({
        kind: "strip" as const,
        group,
        first: strip * columns,
        count: Math.min(columns, group.count - strip * columns),
      })),
    ];
  });
}

/** One swatch by its group and its place there. */
export interface Place {
  group: string;
  at: number;
}

/** Where an arrow leads from a swatch; to itself at an end. */
export function moved(
  groups: readonly WallGroup[],
  columns: number,
  from: Place,
  key: string,
): Place {
  const index = groups.findIndex(({ key }) => key === from.group);
  const group = groups[index];
  if (!group) return from;
  const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[key] ?? 0;
  const to = from.at + step;
  if (to >= 0 && to < group.count) return { group: group.key, at: to };
  const column = from.at % columns;
  if (to < 0) {
    const before = groups[index - 1];
    if (!before) return from;
    if (key === "ArrowLeft") return { group: before.key, at: before.count - 1 };
    const last = Math.floor((before.count - 1) / columns) * columns;
    return { group: before.key, at: Math.min(last + column, before.count - 1) };
  }
  // Below a full strip a shorter one may stand, whose end is the nearest.
  const strip = Math.floor(from.at / columns);
  if (key === "ArrowDown" && strip < Math.floor((group.count - 1) / columns))
    return { group: group.key, at: group.count - 1 };
  const after = groups[index + 1];
  if (!after) return from;
  return { group: after.key, at: key === "ArrowRight" ? 0 : Math.min(column, after.count - 1) };
}

/** The line on which a swatch stands. */
export function lineOf(rows: readonly Row[], place: Place, columns: number): number {
  const first = Math.floor(place.at / columns) * columns;
  return rows.findIndex(
    (row) => row.kind === "strip" && row.group.key === place.group && row.first === first,
  );
}
