import { TABLES } from "../api/tables";

/** Screen codes of the neutrals of the Munsell value scale, by value, in half steps. */
export const NEUTRALS: Readonly<Record<string, string>> = TABLES.neutrals;

export const [DARKEST_STAGE, LIGHTEST_STAGE] = TABLES.stage;

/** The neutral of a value, to the nearest half step. */
export function neutral(value: number): string {
  const step = Math.min(LIGHTEST_STAGE, Math.max(DARKEST_STAGE, Math.round(value * 2) / 2));
  return NEUTRALS[String(step)] ?? "#797979";
}

/** Black or white, whichever is read better on a neutral: above 4.5 : 1 at every value. */
export function inkOn(value: number): string {
  return value >= 4.9 ? "#000000" : "#ffffff";
}
