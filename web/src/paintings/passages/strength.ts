import type { TubeOut, TubePart } from "../../api/schema";

/**
 * The tubes of a mixture in parts that pull alike in white, the strongest one part; none where fewer
 * than two have any strength. Whites keep their parts.
 */
export function equalStrength(
  parts: readonly TubePart[],
  tubes: readonly TubeOut[],
): TubePart[] | null {
  const strengths = parts.map((part) => tubes.find((tube) => tube.id === part.tube)?.strength ?? 0);
  const pulling = strengths.filter((strength) => strength > 0);
  if (pulling.length < 2) return null;
  const most = Math.max(...pulling);
  return parts.map((part, i) => {
    const strength = strengths[i] ?? 0;
    return strength > 0 ? { ...part, parts: Number((most / strength).toPrecision(3)) } : part;
  });
}
