import { useMemo } from "react";
import type { Trail } from "../api/client";
import { useViewing } from "../app/viewing";
import { type Sample, sample } from "./trail";

/** One patch as the painter wants to see it: plain, squinted, or opened with white. */
export interface Patch {
  srgb: string;
  inGamut: boolean;
}

/** How mixtures of a trail are shown under the squint and the white test. */
export interface TrailView {
  patch: (at: Sample) => Patch;
  /** Screen codes of the trail's points, shown likewise. */
  codes: readonly string[];
  sampleAt: (share: number) => Sample;
}

export function useTrailView(trail: Trail): TrailView {
  const { squint, whiteTest } = useViewing();
  return useMemo(() => {
    const codes = squint ? trail.value_srgb : whiteTest ? trail.opened_srgb : trail.srgb;
    return {
      codes,
      sampleAt: (share) => sample(trail, share),
      patch: (at) =>
        squint
          ? { srgb: at.valueSrgb, inGamut: true }
          : whiteTest
            ? { srgb: at.openedSrgb, inGamut: true }
            : { srgb: at.srgb, inGamut: at.inGamut },
    };
  }, [trail, squint, whiteTest]);
}
