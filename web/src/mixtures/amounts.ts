import type { AddIn, PileStepOut } from "../api/schema";

/** What paint is measured with at the palette. */
export type Measure = NonNullable<AddIn["measure"]>;

/** Millilitres as a painter would read them. */
export function millilitres(ml: number): string {
  const places = ml >= 10 ? 0 : ml >= 1 ? 1 : ml >= 0.1 ? 2 : 3;
  return `${ml.toFixed(places)} ml`;
}

/** How much came with a step, or went. */
export function stepAmount(step: PileStepOut): string {
  if (step.mass_g !== null) return `${step.mass_g} g`;
  if (step.volume_ml === null) return "";
  return step.volume_ml < 0 ? `− ${millilitres(-step.volume_ml)}` : millilitres(step.volume_ml);
}
