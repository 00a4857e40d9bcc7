import { describe, expect, it } from "vitest";
import { DARKEST_STAGE, inkOn, LIGHTEST_STAGE, NEUTRALS, neutral } from "./neutrals";

/** Relative luminance of an sRGB code, by its definition in WCAG 2.2. */
function luminance(code: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((at) => Number.parseInt(code.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours, by its definition in WCAG 2.2. */
function contrast(one: string, other: string): number {
  const [dark = 0, light = 0] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (light + 0.05) / (dark + 0.05);
}

const VALUES = Object.keys(NEUTRALS).map(Number);

describe("the surround", () => {
  it("is measured rightly: the ratios that WCAG 2.2 names for black, white and #767676", () => {
    expect(contrast("#000000", "#ffffff")).toBeCloseTo(21, 6);
    // The lightest grey whose contrast to white is still 4.5 : 1, as its techniques say.
    expect(contrast("#767676", "#ffffff")).toBeGreaterThanOrEqual(4.5);
    expect(contrast("#777777", "#ffffff")).toBeLessThan(4.5);
  });

  it("bears text of WCAG AA at every value", () => {
    expect(VALUES).toHaveLength(15);
    for (const value of VALUES)
      expect(contrast(neutral(value), inkOn(value)), `value ${value}`).toBeGreaterThanOrEqual(4.5);
  });

  it("has no hue, and is lighter the higher its value", () => {
    const ordered = [...VALUES].sort((a, b) => a - b).map(neutral);
    for (const code of ordered) {
      expect(code.slice(1, 3)).toBe(code.slice(3, 5));
      expect(code.slice(3, 5)).toBe(code.slice(5, 7));
    }
    const lights = ordered.map(luminance);
    for (const [i, light] of lights.slice(1).entries())
      expect(light).toBeGreaterThan(lights[i] ?? 1);
  });

  it("goes to the nearest half step, and no further than its ends", () => {
    expect(neutral(4.3)).toBe(NEUTRALS["4.5"]);
    expect(neutral(4.2)).toBe(NEUTRALS["4"]);
    expect(neutral(-3)).toBe(NEUTRALS[String(DARKEST_STAGE)]);
    expect(neutral(40)).toBe(NEUTRALS[String(LIGHTEST_STAGE)]);
  });
});
