import { describe, expect, it } from "vitest";
import type { RegionOut } from "../../api/schema";
import { EMPTY_PAINTING, newPassage, type RequestDraft } from "../draft";
import { begunFrom, given, liesAlike, merged, withMerged, withRegions } from "./regions";

const region = (pieces: number[], area: number, touching: number[], more = {}): RegionOut => ({
  look: {} as RegionOut["look"],
  ...{ pieces, area, touching, centre: [0.5, 0.5], name: "grey, left", spread: 3, accent: false },
  ...more,
});

const REQUEST: RequestDraft = {
  ...EMPTY_PAINTING.request,
  picture: { division: 4 },
  passages: [
    newPassage({ name: "Hull", area: 50, pieces: [0, 1] }),
    newPassage({
      name: "Fog",
      area: 30,
      pieces: [2],
      mixture: { name: "", parts: [{ tube: 1 }] } as never,
    }),
    newPassage({ name: "Mud", area: 20, pieces: [3, 4] }),
  ],
  touching: [
    [0, 1],
    [1, 2],
  ],
  mother: { kind: "passage", id: 2, colour: "" },
  giving: { ...EMPTY_PAINTING.request.giving, pins: [{ place: 2, share: 0.2 }] },
};

describe("passages of a picture", () => {
  it("begin as its regions, with what stands out as the accent", () => {
    const regions = [region([0], 90, [1]), region([1], 10, [0], { accent: true })];
    const begun = begunFrom(REQUEST, 9, regions);
    expect(begun.picture).toEqual({ division: 9 });
    expect(begun.passages.map(({ part }) => part)).toEqual(["supporting", "accent"]);
    expect(begun.touching).toEqual([[0, 1]]);
    expect(begun.mother).toBeNull();
    expect(new Set(begun.passages.map(({ key }) => key)).size).toBe(2);
  });

  it("become one: what pointed at later ones points at them still", () => {
    expect(merged(REQUEST.passages, 0, 1)).toEqual([[0, 1, 2], [], [3, 4]]);
    const told = [region([0, 1, 2], 80, [2]), region([], 0, []), region([3, 4], 20, [0])];
    const now = withMerged(REQUEST, told, 1);
    expect(now.passages.map(({ name, area }) => [name, area])).toEqual([
      ["Hull", 80],
      ["Mud", 20],
    ]);
    expect(now.touching).toEqual([[0, 1]]);
    expect(now.mother).toMatchObject({ kind: "passage", id: 1 });
    expect(now.giving.pins).toEqual([{ place: 1, share: 0.2 }]);
  });

  it("take no answer that is about other passages", () => {
    const [hull, fog, mud] = REQUEST.passages as [never, never, never];
    expect(liesAlike(REQUEST.passages, [hull, fog, mud])).toBe(true);
    expect(liesAlike(REQUEST.passages, [hull, mud, fog])).toBe(false);
    expect(liesAlike(REQUEST.passages, [hull, fog])).toBe(false);
    const more = { ...(mud as (typeof REQUEST.passages)[0]), pieces: [3] };
    expect(liesAlike(REQUEST.passages, [hull, fog, more])).toBe(false);
    const renamed = { ...(mud as (typeof REQUEST.passages)[0]), name: "Wet mud" };
    expect(liesAlike(REQUEST.passages, [hull, fog, renamed])).toBe(true);
  });

  it("come apart: the new one is mixed as what it was a part of", () => {
    const told = [
      region([0, 1], 50, [1]),
      region([2], 20, [0, 3]),
      region([3, 4], 20, [1]),
      region([5], 10, [1], { name: "pale grey, upper left" }),
    ];
    const now = withRegions(REQUEST, told, 1);
    expect(now.passages).toHaveLength(4);
    expect(now.passages[3]).toMatchObject({ name: "pale grey, upper left", pieces: [5], area: 10 });
    expect(now.passages[3]?.mixture).toEqual(REQUEST.passages[1]?.mixture);
    expect(now.passages[3]?.key).not.toBe(REQUEST.passages[1]?.key);
  });

  it("are given pieces that others had", () => {
    expect(given(REQUEST.passages, 0, new Set([3, 9]))).toEqual([[0, 1, 3, 9], [2], [4]]);
  });
});
