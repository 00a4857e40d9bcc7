import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lineOf, moved, type Place, rowsOf } from "./rows";

const group = (key: string, count: number) => ({ key, title: key, says: "", count });
const groups = fc
  .array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 6 })
  .map((counts) => counts.map((count, at) => group(`g${at}`, count)));
const columns = fc.integer({ min: 1, max: 9 });

describe("the lines of the wall", () => {
  it("hold every swatch once, each group under its head", () => {
    fc.assert(
      fc.property(groups, columns, (all, width) => {
        const rows = rowsOf(all, width);
        for (const each of all) {
          const strips = rows.filter((row) => row.kind === "strip" && row.group === each);
          const places = strips.flatMap((row) =>
            row.kind === "strip" ? Array.from({ length: row.count }, (_, i) => row.first + i) : [],
          );
          expect(places).toEqual(Array.from({ length: each.count }, (_, i) => i));
          expect(strips.every((row) => row.kind === "strip" && row.count <= width)).toBe(true);
        }
        expect(rows.filter((row) => row.kind === "head")).toHaveLength(all.length);
      }),
    );
  });

  it("are walked from the first swatch to the last by the right arrow, and back", () => {
    fc.assert(
      fc.property(groups, columns, (all, width) => {
        const whole = all.reduce((sum, { count }) => sum + count, 0);
        let place: Place = { group: "g0", at: 0 };
        const seen = [place];
        for (let i = 1; i < whole; i++) {
          place = moved(all, width, place, "ArrowRight");
          seen.push(place);
        }
        expect(new Set(seen.map(({ group, at }) => `${group} ${at}`)).size).toBe(whole);
        expect(moved(all, width, place, "ArrowRight")).toEqual(place);
        for (const earlier of seen.reverse().slice(1)) {
          place = moved(all, width, place, "ArrowLeft");
          expect(place).toEqual(earlier);
        }
      }),
    );
  });

  it("are walked down to the last line and up to the first, never off the wall", () => {
    fc.assert(
      fc.property(groups, columns, (all, width) => {
        const rows = rowsOf(all, width);
        for (const [key, end] of [
          ["ArrowDown", rows.length - 1],
          ["ArrowUp", 1],
        ] as const) {
          let place: Place =
            key === "ArrowDown"
              ? { group: "g0", at: 0 }
              : { group: `g${all.length - 1}`, at: (all.at(-1)?.count ?? 1) - 1 };
          for (let i = 0; i < rows.length; i++) {
            place = moved(all, width, place, key);
            expect(lineOf(rows, place, width)).toBeGreaterThan(0);
          }
          expect(lineOf(rows, place, width)).toBe(end);
        }
      }),
    );
  });
});
