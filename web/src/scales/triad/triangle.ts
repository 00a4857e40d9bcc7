import { inside, type Point } from "./field";

const TOP = 34;
const FOOT = 40;
export const SIDE = 20;

export type Place = (point: Point) => readonly [number, number];

/** A triangle that stands in a room, its first corner on top. */
export function triangleIn(width: number, height: number) {
  const side = Math.min(width - 2 * SIDE, (height - TOP - FOOT) / (Math.sqrt(3) / 2));
  const tall = (side * Math.sqrt(3)) / 2;
  const left = (width - side) / 2;
  const top = TOP + Math.max(0, (height - TOP - FOOT - tall) / 2);
  const corners = [
    [width / 2, top],
    [left, top + tall],
    [left + side, top + tall],
  ] as const;
  const place: Place = (p) => [
    p[0] * corners[0][0] + p[1] * corners[1][0] + p[2] * corners[2][0],
    p[0] * corners[0][1] + p[1] * corners[1][1] + p[2] * corners[2][1],
  ];
  const point = (x: number, y: number): Point => {
    const a = 1 - (y - top) / tall;
    const along = (x - left) / side - a / 2;
    return inside([a, 1 - a - along, along]);
  };
  return { corners, place, point, side };
}
