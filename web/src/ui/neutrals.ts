/**
 * Screen codes of the neutrals of the Munsell value scale, value 2 to 9 in half steps.
 * Written from the core; a test of the server compares each with it.
 */
export const NEUTRALS: Readonly<Record<string, string>> = {
  "2": "#313131",
  "2.5": "#3c3c3c",
  "3": "#484848",
  "3.5": "#545454",
  "4": "#606060",
  "4.5": "#6d6d6d",
  "5": "#797979",
  "5.5": "#868686",
  "6": "#939393",
  "6.5": "#a0a0a0",
  "7": "#adadad",
  "7.5": "#bbbbbb",
  "8": "#c8c8c8",
  "8.5": "#d5d5d5",
  "9": "#e3e3e3",
};

export const DARKEST_STAGE = 2;
export const LIGHTEST_STAGE = 9;

/** The neutral of a value, to the nearest half step. */
export function neutral(value: number): string {
  const step = Math.min(LIGHTEST_STAGE, Math.max(DARKEST_STAGE, Math.round(value * 2) / 2));
  return NEUTRALS[String(step)] ?? "#797979";
}

/** Black or white, whichever is read better on a neutral: above 4.5 : 1 at every value. */
export function inkOn(value: number): string {
  return value >= 4.9 ? "#000000" : "#ffffff";
}
