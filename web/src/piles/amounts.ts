import { useState } from "react";
import type { PileEvent, PileStep } from "../api/client";

export type Measure = NonNullable<PileEvent["measure"]>;

/** What paint is measured with at the palette, and how a field of it is marked. */
export const MEASURES: ReadonlyArray<readonly [Measure, string]> = [
  ["ml", "ml"],
  ["grams", "g"],
  ["drops", "drops"],
  ["ribbon", "mm of ribbon"],
];

const PLACE = "mesotint.palette.measure";

/** The painter's measure, the same for all piles and kept in this browser. */
export function useMeasure() {
  const [measure, set] = useState<Measure>(() => {
    const kept = localStorage.getItem(PLACE);
    return MEASURES.find(([key]) => key === kept)?.[0] ?? "ml";
  });
  return [
    measure,
    (next: Measure) => {
      localStorage.setItem(PLACE, next);
      set(next);
    },
  ] as const;
}

/** Millilitres as a painter would read them. */
export function millilitres(ml: number): string {
  const places = ml >= 10 ? 0 : ml >= 1 ? 1 : ml >= 0.1 ? 2 : 3;
  return `${ml.toFixed(places)} ml`;
}

/** How much came with a step, or went. */
export function stepAmount(step: PileStep): string {
  if (step.mass_g !== null) return `${step.mass_g} g`;
  if (step.volume_ml === null) return "";
  return step.volume_ml < 0 ? `− ${millilitres(-step.volume_ml)}` : millilitres(step.volume_ml);
}
