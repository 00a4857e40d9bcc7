import type { PassageIn, TubeOut } from "../api/schema";
import { TABLES } from "../api/tables";
import { tubesFor } from "../mixtures/examples";
import { newPassage } from "./draft";

/** A painting to try things on, of the tubes there are; nothing where too few of them fit. */
export function examplePassages(tubes: readonly TubeOut[]): PassageIn[] {
  const white = tubes.find((tube) => tube.paint.key === "PW6");
  const passages = TABLES.examples.shore.flatMap(
    ({ name, area, part, places, amounts, ...more }) => {
      const taken = tubesFor(places, tubes);
      if (taken.length < places.length) return [];
      const parts = taken.map(({ id }, i) => ({ tube: id, parts: amounts[i] ?? 1 }));
      if (white && more.white) parts.push({ tube: white.id, parts: more.white });
      return [newPassage({ name, area, part, mixture: { parts, name: "" } })];
    },
  );
  return passages.length > 1 ? passages : [];
}
