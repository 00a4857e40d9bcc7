import { describe, expect, it } from "vitest";
import type { GivingIn, HarmonisedOut, PassageIn, TrailOut } from "../../api/schema";
import { EMPTY_PAINTING, EMPTY_PASSAGE, spreadOut, withoutPassage, withTouching } from "../draft";
import { dragged, fractionOf, lookAt, percent, pulled, shareAt } from "./shares";

/** A pull of five points whose shares grow with the square: a strong mother. */
function pull(most: number): TrailOut {
  const share = [0, 0.25, 0.5, 0.75, 1].map((f) => most * f * f);
  return {
    share,
    lab: share.map((_, i) => [50, 10 - 2 * i, 0]),
    srgb: ["#000000", "#404040", "#808080", "#c0c0c0", "#ffffff"],
    value_srgb: ["#000000", "#404040", "#808080", "#c0c0c0", "#ffffff"],
    opened_srgb: ["#000000", "#404040", "#808080", "#c0c0c0", "#ffffff"],
    in_gamut: [true, true, true, true, true],
  };
}

const harmony = [pull(1), pull(0.5), pull(1)].map(
  (each) => ({ pull: each, share: 0 }) as unknown as HarmonisedOut,
);
const passages: PassageIn[] = [
  { ...EMPTY_PASSAGE },
  { ...EMPTY_PASSAGE },
  { ...EMPTY_PASSAGE, part: "accent" },
];
const giving: GivingIn = EMPTY_PAINTING.request.giving;

describe("a pull", () => {
  it("is even in colour: its fractions and shares belong together", () => {
    const one = pull(1);
    for (const fraction of [0, 0.1, 0.5, 0.61, 1])
      expect(fractionOf(one, shareAt(one, fraction))).toBeCloseTo(fraction, 9);
    expect(shareAt(one, 2)).toBe(1);
    expect(shareAt(one, -1)).toBe(0);
    expect(fractionOf(one, 2)).toBe(1);
  });

  it("looks as its points do, and between them", () => {
    const [first] = harmony as [HarmonisedOut];
    expect(lookAt(first, 0.25)?.srgb).toBe("#808080");
    expect(lookAt(first, (0.25 + 0.5625) / 2)?.lab).toEqual([50, 5, 0]);
  });
});

describe("a dragged share", () => {
  it("takes the rest along by the same pull, and no accent", () => {
    const now = dragged(passages, harmony, giving, 0, 0.25);
    expect(now.shares[0]).toBe(0.25);
    expect(now.shares[1]).toBeCloseTo(0.125, 9);
    expect(now.shares[2]).toBe(0);
    expect(now.giving).toMatchObject({ kind: "equal", amount: 0.5 });
  });

  it("is the same for all where one share is given", () => {
    const now = dragged(passages, harmony, { ...giving, kind: "same" }, 1, 0.2);
    expect(now.shares).toEqual([0.2, 0.2, 0]);
    expect(now.giving).toMatchObject({ kind: "same", amount: 0.2 });
  });

  it("goes on as one pull from the least movement", () => {
    expect(dragged(passages, harmony, { ...giving, kind: "least" }, 0, 0.25).giving.kind).toBe(
      "equal",
    );
  });

  it("of what is held, or of an accent, moves alone", () => {
    const held = { ...giving, pins: [{ place: 0, share: 0.1 }] };
    expect(dragged(passages, harmony, held, 0, 0.3).shares).toEqual([0.3, 0, 0]);
    const accent = dragged(passages, harmony, giving, 2, 0.02);
    expect(accent.shares).toEqual([0, 0, 0.02]);
    expect(accent.giving.pins).toEqual([{ place: 2, share: 0.02 }]);
    const rest = dragged(passages, harmony, held, 1, 0.125);
    expect(rest.shares[0]).toBe(0);
  });

  it("on the trade-off pulls all that is not held", () => {
    const held = { ...giving, pins: [{ place: 1, share: 0.3 }] };
    const now = pulled(passages, harmony, held, 0.5);
    expect(now.shares).toEqual([0.25, 0, 0]);
    expect(now.giving.amount).toBe(0.5);
  });
});

describe("a share in words", () => {
  it("is one part in so many where it is a trace", () => {
    expect([0, 0.0042, 0.052, 0.0998, 0.61].map(percent)).toEqual([
      "0\u00a0%",
      "1\u00a0in\u00a0240",
      "5.2\u00a0%",
      "10\u00a0%",
      "61\u00a0%",
    ]);
  });
});

describe("a painting's draft", () => {
  const request = {
    ...EMPTY_PAINTING.request,
    passages: [10, 20, 20].map((area) => ({ ...EMPTY_PASSAGE, area })),
    touching: [
      [0, 1],
      [1, 2],
      [0, 2],
    ],
    mother: { kind: "passage" as const, id: 2, colour: "" },
    giving: { ...giving, pins: [{ place: 2, share: 0.1 }] },
  };

  it("without a passage points at the others still", () => {
    const left = withoutPassage(request, 1);
    expect(left.touching).toEqual([[0, 1]]);
    expect(left.mother).toMatchObject({ id: 1 });
    expect(left.giving.pins).toEqual([{ place: 1, share: 0.1 }]);
    expect(withoutPassage(request, 2).mother).toBe(null);
  });

  it("covers the whole once it is spread out", () => {
    const areas = spreadOut(request.passages).map((each) => each.area);
    expect(areas).toEqual([20, 40, 40]);
    const nothing = request.passages.map((each) => ({ ...each, area: 0 }));
    expect(spreadOut(nothing).map((each) => each.area)).toEqual([33.333, 33.333, 33.333]);
  });

  it("lets two passages touch, and touch no longer", () => {
    const apart = withTouching(request, 2, 1);
    expect(apart.touching).toEqual([
      [0, 1],
      [0, 2],
    ]);
    expect(withTouching(apart, 2, 1).touching).toContainEqual([1, 2]);
  });
});
