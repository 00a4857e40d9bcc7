import type { TubeMixture, TubeOut } from "../api/schema";

/** One tube as a mixture. */
export const oneTube = (tube: number): TubeMixture => ({ parts: [{ tube, parts: 1 }], name: "" });

/** The tube of what is no mixture. */
export const tubeOf = (end: TubeMixture | null): number | null =>
  end?.parts.length === 1 ? (end.parts[0]?.tube ?? null) : null;

/** What a painter would call it: the tube's label, or the mixture's own name. */
export function mixtureName(end: TubeMixture | null, tubes: readonly TubeOut[]): string {
  if (!end) return "";
  const label = (id: number) => tubes.find((t) => t.id === id)?.label ?? "a tube put away";
  if (end.parts.length === 1) return label(end.parts[0]?.tube ?? 0);
  return end.name || end.parts.map((part) => label(part.tube)).join(" with ");
}
