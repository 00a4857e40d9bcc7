import { describe, expect, it } from "vitest";
import type { Triad } from "./field";
import {
  around,
  inside,
  latticeIndex,
  type Point,
  roughShares,
  sampleField,
  walked,
} from "./field";

const LEVEL = 4;

/** A lattice whose lightness is linear in the point, as the server would send it. */
function field(): Triad["field"] {
  const point: Array<[number, number, number]> = [];
  for (let i = 0; i <= LEVEL; i += 1)
    for (let j = 0; i + j <= LEVEL; j += 1)
      point.push([i / LEVEL, j / LEVEL, (LEVEL - i - j) / LEVEL]);
  return {
    level: LEVEL,
    point,
    parts: point,
    lab: point.map(([a, b, c]) => [100 * a, 50 * b, 20 * c]),
    srgb: point.map(
      ([a = 0]) =>
        `#${Math.round(a * 255)
          .toString(16)
          .padStart(2, "0")
          .repeat(3)}`,
    ),
    value_srgb: point.map(() => "#808080"),
    opened_srgb: point.map(() => "#ffffff"),
    in_gamut: point.map(([a = 0]) => a < 1),
  };
}

describe("the field of a triangle", () => {
  it("has its lattice in the order of the server", () => {
    const { point } = field();
    for (let i = 0; i <= LEVEL; i += 1)
      for (let j = 0; i + j <= LEVEL; j += 1)
        expect(point[latticeIndex(LEVEL, i, j)]).toEqual([
          i / LEVEL,
          j / LEVEL,
          (LEVEL - i - j) / LEVEL,
        ]);
  });

  it("is drawn between the lattice points in proportion", () => {
    for (const point of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [0.2, 0.3, 0.5],
      [0.61, 0.13, 0.26],
      [0.1, 0.85, 0.05],
    ] as Point[]) {
      const weights = around(LEVEL, point).map(([, weight]) => weight);
      expect(weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1);
      expect(Math.min(...weights)).toBeGreaterThanOrEqual(-1e-9);
      const at = sampleField(field(), point);
      expect(at.lab[0]).toBeCloseTo(100 * point[0]);
      expect(at.lab[2]).toBeCloseTo(20 * point[2]);
      expect(at.parts[1]).toBeCloseTo(point[1]);
      expect(Number.parseInt(at.srgb.slice(1, 3), 16)).toBeCloseTo(255 * point[0], -0.7);
    }
  });

  it("is not truly shown where a corner of it is not", () => {
    expect(sampleField(field(), [0.9, 0.05, 0.05]).in_gamut).toBe(false);
    expect(sampleField(field(), [0.2, 0.4, 0.4]).in_gamut).toBe(true);
  });
});

describe("the point in hand", () => {
  it("stays inside, its shares adding to one", () => {
    expect(inside([1.2, -0.4, 0.2])).toEqual([1.2 / 1.4, 0, 0.2 / 1.4]);
    expect(inside([0, 0, 0])).toEqual([0, 0, 0]);
  });

  it("is walked toward the corners with the arrow keys", () => {
    expect(walked([0.2, 0.4, 0.4], "ArrowUp", 0.1)?.[0]).toBeCloseTo(0.3);
    expect(walked([0.2, 0.4, 0.4], "ArrowLeft", 0.1)?.[1]).toBeCloseTo(0.5);
    expect(walked([1, 0, 0], "ArrowUp", 0.1)).toEqual([1, 0, 0]);
    expect(walked([0.2, 0.4, 0.4], "a", 0.1)).toBeNull();
  });

  it("says its parts about", () => {
    expect(roughShares([0.1, 0, 0.24, 1.2])).toBe("1 : 2.4 : 12");
  });
});
