import { describe, expect, it } from "vitest";
import type { TubeOut } from "../api/schema";
import { markOf } from "./Tray";

const tube = (colour_index: string, name: string): TubeOut =>
  ({ paint: { colour_index, name } }) as unknown as TubeOut;

describe("what is written under a tube", () => {
  it("is its pigment number where no other tube has that", () => {
    const box = [tube("PB29", "Ultramarine blue"), tube("PO20", "Cadmium orange")];
    expect(box.map((each) => markOf(each, box))).toEqual(["PB29", "PO20"]);
  });

  it("is its name cut short where two share a pigment", () => {
    const box = [tube("PBr7", "Raw sienna"), tube("PBr7", "Burnt sienna"), tube("PW6", "White")];
    expect(box.map((each) => markOf(each, box))).toEqual(["r. sienna", "b. sienna", "PW6"]);
  });

  it("is the whole of a name of one word", () => {
    const box = [tube("PBk9", "Black"), tube("PBk9", "Warm ivory black")];
    expect(box.map((each) => markOf(each, box))).toEqual(["Black", "w. i. black"]);
  });
});
