import type { ChartOut, PatchOut, TriangleOut } from "../../api/schema";

/** A triangle as it is drawn: its field, and the points that are picked of it. */
export interface Triad extends Omit<TriangleOut, "lattice"> {
  field: TriangleOut["lattice"];
  paints: ChartOut["paints"];
  patches: readonly PatchOut[];
  miss: string;
}

/** The triangle of a chart that has a field. */
export function triadOf(chart: ChartOut | undefined): Triad | undefined {
  if (!chart?.field) return undefined;
  const { lattice, ...rest } = chart.field;
  const { paints, title, rows } = chart;
  return { ...rest, field: lattice, paints, miss: title, patches: rows[0] ?? [] };
}

import { blend } from "../../plots/trail";

export type Point = readonly [number, number, number];

/** A mixture in the triangle as it is drawn between the lattice points the server sent. */
export interface FieldSample {
  lab: readonly [number, number, number];
  srgb: string;
  value_srgb: string;
  opened_srgb: string;
  in_gamut: boolean;
  /** Shares of the sheet's paints, near enough to say "about". */
  parts: number[];
}

/** Index of a lattice point: rows run along the first corner, then the second. */
export function latticeIndex(level: number, i: number, j: number): number {
  return i * (level + 1) - (i * (i - 1)) / 2 + j;
}

/** The three lattice points around a point of the triangle, with their weights. */
export function around(level: number, point: Point): Array<readonly [number, number]> {
  const u = point[0] * level;
  const v = point[1] * level;
  const i = Math.min(Math.floor(u), level);
  const j = Math.min(Math.floor(v), level - i);
  const [fu, fv] = [u - i, v - j];
  const at = (a: number, b: number) => latticeIndex(level, a, b);
  if (i + j >= level) return [[at(i, level - i), 1]];
  if (fu + fv <= 1)
    return [
      [at(i, j), 1 - fu - fv],
      [at(i + 1, j), fu],
      [at(i, j + 1), fv],
    ];
  return [
    [at(i + 1, j + 1), fu + fv - 1],
    [at(i + 1, j), 1 - fv],
    [at(i, j + 1), 1 - fu],
  ];
}

export function sampleField(field: Triad["field"], point: Point): FieldSample {
  const corners = around(field.level, point);
  const sum = (of: (index: number) => number) =>
    corners.reduce((total, [index, weight]) => total + of(index) * weight, 0);
  const code = (codes: readonly string[]) => {
    let [index, weight] = corners[0] as readonly [number, number];
    let mixed = codes[index] as string;
    for (const [next, more] of corners.slice(1)) {
      mixed = blend(mixed, codes[next] as string, more / (weight + more || 1));
      weight += more;
      index = next;
    }
    return mixed;
  };
  const axis = (of: 0 | 1 | 2) => sum((index) => field.lab[index]?.[of] ?? 0);
  const paints = field.parts[0]?.length ?? 0;
  return {
    lab: [axis(0), axis(1), axis(2)],
    srgb: code(field.srgb),
    value_srgb: code(field.value_srgb),
    opened_srgb: code(field.opened_srgb),
    in_gamut: corners.every(([index]) => field.in_gamut[index]),
    parts: Array.from({ length: paints }, (_, k) => sum((index) => field.parts[index]?.[k] ?? 0)),
  };
}

/** A point held inside the triangle, its shares adding to one. */
export function inside(point: Point): Point {
  const [a, b, c] = point;
  const total = Math.max(0, a) + Math.max(0, b) + Math.max(0, c) || 1;
  const held = (share: number) => Math.max(0, share) / total;
  return [held(a), held(b), held(c)];
}

/** The point one step toward a corner or away from it, on a screen with the first corner on top. */
export function walked(point: Point, key: string, step: number): Point | null {
  const [a, b, c] = point;
  switch (key) {
    case "ArrowUp":
      return inside([a + step, b - step / 2, c - step / 2]);
    case "ArrowDown":
      return inside([a - step, b + step / 2, c + step / 2]);
    case "ArrowLeft":
      return inside([a, b + step, c - step]);
    case "ArrowRight":
      return inside([a, b - step, c + step]);
    default:
      return null;
  }
}

/** "about 3 : 1 : 8", from rough shares, the least of them one. */
export function roughShares(parts: readonly number[]): string {
  const there = parts.filter((part) => part > 0);
  const least = Math.min(...there);
  return there
    .map((part) => {
      const ratio = part / least;
      return ratio >= 10 ? Math.round(ratio) : Math.round(ratio * 10) / 10;
    })
    .join(" : ");
}
