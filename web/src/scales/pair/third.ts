import { useEffect, useMemo, useState } from "react";
import type { TrailOut } from "../../api/schema";
import type { ScaleDraft } from "../../mixtures/sheets/draft";
import { blendTrails } from "../../plots/trail";
import type { Scale } from "./scale";

/** A third paint in a scale: its amount while it is dragged, and the trail drawn for that. */
export interface ThirdControl {
  parts: number;
  most: number;
  /** The trail while the amount is dragged, from those the server sent ahead. */
  trail: TrailOut | null;
  /** The trail without it. */
  ghost: TrailOut | null;
  drag: (parts: number) => void;
  drop: () => void;
}

export function useThird(
  scale: Scale | undefined,
  asked: ScaleDraft,
  set: (patch: Partial<ScaleDraft>, stroke?: string) => void,
): ThirdControl {
  const [held, setHeld] = useState<number | null>(null);
  const ahead = scale?.ahead ?? null;
  // A new answer of the server stands where the amount was let go.
  // biome-ignore lint/correctness/useExhaustiveDependencies: an answer ends the holding
  useEffect(() => setHeld(null), [scale]);
  const trail = useMemo(
    () => (ahead && held !== null ? blendTrails(ahead.parts, ahead.trails, held) : null),
    [ahead, held],
  );
  const parts = held ?? (asked.third ? asked.third_parts : 0);
  return {
    parts,
    most: ahead?.parts.at(-1) ?? Math.max(0.2, parts * 3),
    trail,
    ghost: asked.third ? (ahead?.trails[0] ?? null) : null,
    drag: setHeld,
    drop: () => {
      if (held !== null && asked.third) set({ third_parts: held }, "third");
    },
  };
}
