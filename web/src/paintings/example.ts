import type { Passage, Tube, TubePart } from "../api/client";
import { newPassage } from "./draft";

/** Passages of a shore, each of the first tubes of its kind that the box has. */
const SHORE: ReadonlyArray<
  readonly [string, number, Passage["part"], ReadonlyArray<readonly [string[], number]>]
> = [
  [
    "Wet sand",
    45,
    "dominant",
    [
      [["PY43", "PBr7-raw-sienna", "PBr7-raw-umber", "PY37", "PY110"], 3],
      [["PB29", "PB28", "PBk9", "PB60"], 1],
    ],
  ],
  [
    "Water",
    35,
    "supporting",
    [
      [["PB29", "PB28", "PB60", "PB15:3", "PBk9"], 2],
      [["PBr7-burnt-sienna", "PR101", "PO20", "PO73"], 1],
    ],
  ],
  ["A buoy", 5, "accent", [[["PO20", "PO73", "PR108-light", "PR254", "PR101"], 1]]],
  [
    "Weed",
    15,
    "supporting",
    [
      [["PG18", "PG7", "PG17", "PBr7-raw-umber"], 1],
      [["PV19", "PR101"], 1],
    ],
  ],
];

/** A painting to try things on, of the tubes there are; nothing where too few of them fit. */
export function examplePassages(tubes: readonly Tube[]): Passage[] {
  const white = tubes.find((tube) => tube.paint.key === "PW6");
  const passages = SHORE.flatMap(([name, area, part, kinds]) => {
    const parts: TubePart[] = kinds.flatMap(([keys, amount]) => {
      const tube = keys
        .map((key) => tubes.find((each) => each.paint.key === key))
        .find((each) => each !== undefined);
      return tube ? [{ tube: tube.id, parts: amount }] : [];
    });
    if (parts.length < kinds.length) return [];
    // Masstones are all but black; opened they are what one sees on a shore.
    if (white && part !== "accent") parts.push({ tube: white.id, parts: 3 });
    return [newPassage({ name, area, part, mixture: { parts, name: "" } })];
  });
  return passages.length > 1 ? passages : [];
}
