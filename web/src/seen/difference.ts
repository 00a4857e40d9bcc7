import { TABLES } from "../api/tables";

/** What a CIEDE2000 is to an eye, in the four bands of the core. */
const BANDS = TABLES.differences.map(
  ([below, word]) => [below ?? Number.POSITIVE_INFINITY, word] as const,
);

/** The bands as they are explained: "below 1" and its word. */
export const DIFFERENCES: ReadonlyArray<readonly [string, string]> = BANDS.map(
  ([below, word], i) => [
    i < BANDS.length - 1 ? `below ${below}` : `${BANDS[i - 1]?.[0]} and beyond`,
    word,
  ],
);

/** "seen when touching". */
export function differenceWord(deltaE: number): string {
  return (BANDS.find(([below]) => deltaE < below) ?? ["", ""])[1];
}

/** "ΔE 1.7, seen when touching": a figure is never told without its word. */
export function differenceText(deltaE: number): string {
  return `ΔE\u00a0${deltaE.toFixed(1)}, ${differenceWord(deltaE)}`;
}

/** The same in the room of one patch. */
export function differenceShort(deltaE: number): string {
  return ["unseen", "touching", "side by side", "at once"][
    BANDS.findIndex(([below]) => deltaE < below)
  ] as string;
}
