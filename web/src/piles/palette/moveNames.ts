export type MoveName =
  | "split"
  | "carry"
  | "scoop"
  | "thin"
  | "family"
  | "pot"
  | "let-down"
  | "measure"
  | "keep";

/** The moves of the palette, in words, and whether the pile must hold paint for them. */
export const MOVES: ReadonlyArray<readonly [MoveName, string, boolean]> = [
  ["split", "Split it", true],
  ["carry", "Carry some to another pile", true],
  ["scoop", "Scoop some for use", true],
  ["thin", "Thin it", true],
  ["family", "Make a set of related piles", true],
  ["let-down", "Let a strong tube down", false],
  ["measure", "Measure it", true],
  ["keep", "Keep the mixture", true],
  ["pot", "Into the pot of mud", true],
];
