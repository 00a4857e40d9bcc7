import { describe, expect, it } from "vitest";
import type { TrailOut } from "../api/schema";
import {
  between,
  blend,
  blendTrails,
  moveAlong,
  nearestShare,
  partsInWords,
  partsText,
  roughParts,
  sample,
  sidedChroma,
} from "./trail";

const TRAIL: TrailOut = {
  share: [0, 0.1, 0.4, 1],
  lab: [
    [80, 10, 60],
    [60, 5, 30],
    [40, 0, 0],
    [20, 10, -40],
  ],
  srgb: ["#ff8000", "#806040", "#404040", "#000080"],
  in_gamut: [false, true, true, true],
  value_srgb: ["#c6c6c6", "#919191", "#5e5e5e", "#303030"],
  opened_srgb: ["#ffffff", "#eeeeee", "#dddddd", "#cccccc"],
};

describe("a mixture between the server's points", () => {
  it("is the server's own at its points", () => {
    expect(sample(TRAIL, 0.4)).toMatchObject({ lab: [40, 0, 0], srgb: "#404040" });
    expect(sample(TRAIL, 1).srgb).toBe("#000080");
  });

  it("lies between two points in proportion to the share", () => {
    const at = sample(TRAIL, 0.25);
    expect(at.lab[0]).toBeCloseTo(50);
    expect(at.srgb).toBe(blend("#806040", "#404040", 0.5));
  });

  it("is marked where either point is out of the screen's gamut", () => {
    expect(sample(TRAIL, 0.05).in_gamut).toBe(false);
    expect(sample(TRAIL, 0.2).in_gamut).toBe(true);
  });
});

describe("moving a step", () => {
  it("goes point by point along the trail, also from between two points", () => {
    expect(moveAlong(TRAIL, 0.1, 1)).toBeCloseTo(0.4);
    expect(moveAlong(TRAIL, 0.25, 0.5)).toBeCloseTo(0.4);
    expect(moveAlong(TRAIL, 0.25, -1)).toBeCloseTo(0.05);
  });

  it("stops at the ends of the trail", () => {
    expect(moveAlong(TRAIL, 0.1, -50)).toBe(0);
    expect(moveAlong(TRAIL, 0.4, 50)).toBe(1);
  });

  it("never passes a neighbour, and leaves the pure ends where they are", () => {
    const shares = [0, 0.2, 0.5, 1];
    expect(between(shares, 1, 0.9)).toBe(0.5);
    expect(between(shares, 2, 0.1)).toBe(0.2);
    expect(between(shares, 0, 0.4)).toBe(0);
    expect(between(shares, 3, 0.4)).toBe(1);
  });

  it("finds the point of the trail nearest to a place in a plot", () => {
    const plan = (lab: readonly number[]) => [lab[1] as number, lab[2] as number] as const;
    expect(nearestShare(TRAIL, plan, [1, 2])).toBe(0.4);
  });
});

describe("what is written on the slip", () => {
  const part = (name: string, whole: number, touch = 0) => ({
    ...{ key: name, name, exact: whole, whole, touch, strength: 0 },
    says: touch ? `a touch: 1 in ${touch}, let down first` : `${whole}`,
  });

  it("says parts as a hand would measure them", () => {
    expect(roughParts(0)).toBe("1 : 0");
    expect(roughParts(1)).toBe("0 : 1");
    expect(roughParts(1 / 12)).toBe("11 : 1");
    expect(roughParts(0.75)).toBe("1 : 3");
    expect(roughParts(0.4)).toBe("1.5 : 1");
  });

  it("leaves out what is not in the mixture and counts one part as one", () => {
    const step = {
      parts: [part("Cadmium orange", 4), part("Ultramarine blue", 0), part("White", 1)],
    };
    expect(partsInWords(step)).toBe("4 parts Cadmium orange, 1 part White");
    expect(partsText(step)).toBe("4 : 0 : 1");
  });

  it("names every paint of a step, and a trace as a touch", () => {
    const step = { parts: [part("Orange", 1), part("Blue", 0, 280), part("White", 2)] };
    expect(partsText(step)).toBe("1 : touch : 2");
    expect(partsInWords(step)).toBe(
      "1 part Orange, 2 parts White; Blue, a touch: 1 in 280, let down first",
    );
  });
});

describe("the page", () => {
  it("puts the first paint's side on the left and its partner's on the right", () => {
    expect(sidedChroma([50, 3, 4], 0.1, 0.4)).toBe(-5);
    expect(sidedChroma([50, 3, 4], 0.4, 0.4)).toBe(5);
  });
});

describe("trails of several amounts", () => {
  const trail = (grey: number): TrailOut => ({
    share: [0, 1],
    lab: [
      [grey, 0, 0],
      [grey, 10, 0],
    ],
    srgb: ["#000000", `#${grey.toString(16).padStart(2, "0").repeat(3)}`],
    value_srgb: ["#000000", "#000000"],
    opened_srgb: ["#ffffff", "#ffffff"],
    in_gamut: [true, grey < 50],
  });

  it("are drawn for an amount between two of them", () => {
    const between = blendTrails([0, 0.1, 0.4], [trail(0), trail(20), trail(80)], 0.2);
    expect(between.lab[0]?.[0]).toBeCloseTo(40);
    expect(between.srgb[1]).toBe("#282828");
    expect(between.in_gamut).toEqual([true, false]);
  });

  it("stay the first and the last beyond the ends", () => {
    expect(blendTrails([0, 1], [trail(0), trail(20)], -1).lab).toEqual(trail(0).lab);
    expect(blendTrails([0, 1], [trail(0), trail(20)], 5).lab).toEqual(trail(20).lab);
  });
});
