import { describe, expect, it } from "vitest";
import { inValues, type Recolouring, recolouring, rootsOf, rootsOfPixels, shown } from "./recolour";

/** jsdom draws no pictures: pixels are all that is needed of one. */
class Pixels {
  readonly data: Uint8ClampedArray;
  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.data = new Uint8ClampedArray(4 * width * height);
  }
}
globalThis.ImageData = Pixels as unknown as typeof ImageData;

const [WIDE, HIGH] = [60, 40];

/** Two passages side by side, each with grain of its own, from a generator that repeats itself. */
function picture(): Recolouring {
  let seed = 1;
  const random = () => {
    seed = (seed * 48271) % 2147483647;
    return seed / 2147483647;
  };
  const pixels = new Uint8ClampedArray(4 * WIDE * HIGH);
  const own = new Uint8Array(WIDE * HIGH);
  for (let i = 0; i < own.length; i++) {
    own[i] = i % WIDE < WIDE / 2 ? 0 : 1;
    const light = (own[i] ? 150 : 70) + 40 * (random() - 0.5);
    pixels.set([light + 8, light, light - 10, 255], 4 * i);
  }
  return recolouring(rootsOfPixels(pixels), own, WIDE, HIGH, 2);
}

/** Mean light of some pixels, by IEC 61966-2-1 as it is written there. */
function meanLight(data: ArrayLike<number>, take: (i: number) => boolean): number[] {
  const linear = (code: number) => {
    const told = code / 255;
    return told <= 0.04045 ? told / 12.92 : ((told + 0.055) / 1.055) ** 2.4;
  };
  const sum = [0, 0, 0];
  let count = 0;
  for (let i = 0; i < data.length / 4; i++) {
    if (!take(i)) continue;
    for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + linear(data[4 * i + c] as number);
    count++;
  }
  return sum.map((each) => each / count);
}

describe("a picture in other colours", () => {
  it("has each passage in its colour, in the mean of its light", () => {
    const codes = ["#7a5a3c", "#5c7f86"];
    const { data } = shown(picture(), codes);
    codes.forEach((code, place) => {
      const of = (i: number) => (i % WIDE < WIDE / 2 ? 0 : 1) === place;
      const got = meanLight(data, of);
      const wanted = meanLight(
        [1, 3, 5].map((at) => Number.parseInt(code.slice(at, at + 2), 16)).concat(255),
        () => true,
      );
      for (let c = 0; c < 3; c++)
        expect(Math.abs((got[c] as number) - (wanted[c] as number))).toBeLessThan(0.006);
    });
  });

  it("keeps its grain: what was lighter is lighter still", () => {
    const before = picture();
    const { data } = shown(before, ["#7a5a3c", "#5c7f86"]);
    let same = 0;
    for (let i = 0; i < 1000; i++) {
      const [one, other] = [i * 2, i * 2 + 1];
      if (before.own[one] !== before.own[other] || one % WIDE > 25) continue;
      const was = (before.roots[3 * one + 1] as number) - (before.roots[3 * other + 1] as number);
      const now = (data[4 * one + 1] as number) - (data[4 * other + 1] as number);
      if (Math.abs(was) > 0.01) same += Math.sign(was) === Math.sign(now) ? 1 : -1;
    }
    expect(same).toBeGreaterThan(100);
  });

  it("leaves alone what has no colour", () => {
    const before = picture();
    const { data } = shown(before, [null, null]);
    const again = rootsOfPixels(data);
    for (let i = 0; i < again.length; i++)
      expect(Math.abs((again[i] as number) - (before.roots[i] as number))).toBeLessThan(0.004);
  });

  it("reads codes as CIELAB does: black is 16 of 116, white is one", () => {
    for (const root of rootsOf("#000000")) expect(root).toBeCloseTo(16 / 116, 9);
    for (const root of rootsOf("#ffffff")) expect(root).toBeCloseTo(1, 3);
  });

  it("becomes a few neutrals, each pixel the middle of its own span of lightness", () => {
    const pixels = new Pixels(256, 3);
    for (let i = 0; i < 256; i++) {
      pixels.data.set([i, i, i, 255], 4 * i);
      pixels.data.set([i, 255 - i, 60, 255], 4 * (256 + i));
      pixels.data.set([200, i, i, 255], 4 * (512 + i));
    }
    const light = (codes: ArrayLike<number>) =>
      // The luminance of IEC 61966-2-1, and lightness of it by CIE 15 as it is written there.
      [0.2126, 0.7152, 0.0722].reduce((sum, share, c) => {
        const told = (codes[c] as number) / 255;
        return sum + share * (told <= 0.04045 ? told / 12.92 : ((told + 0.055) / 1.055) ** 2.4);
      }, 0);
    const lightness = (y: number) =>
      y > (6 / 29) ** 3 ? 116 * Math.cbrt(y) - 16 : (y * 24389) / 27;
    for (const values of [3, 5, 7]) {
      const { data } = inValues(pixels as unknown as ImageData, values);
      const found = new Set<number>();
      for (let i = 0; i < data.length; i += 4) {
        const was = (lightness(light(pixels.data.subarray(i, i + 3))) / 100) * values;
        // Two ways to add may part where a span ends.
        if (Math.abs(was - Math.round(was)) < 0.002 * values) continue;
        const now = (lightness(light(data.subarray(i, i + 3))) / 100) * values;
        expect(data[i]).toBe(data[i + 1]);
        expect(data[i]).toBe(data[i + 2]);
        expect(data[i + 3]).toBe(255);
        expect(Math.abs(now - Math.floor(was) - 0.5)).toBeLessThan(0.03);
        found.add(data[i] as number);
      }
      expect(found.size).toBe(values);
    }
  });
});
