import { lightnessOf, VALUES } from "./NeutralAxis";

/** A faint line across a page at every value. */
export function ValueLines({
  from,
  to,
  y,
}: {
  from: number;
  to: number;
  y: (lightness: number) => number;
}) {
  const drawn = VALUES.map((value) => `M${from} ${y(lightnessOf(value))}H${to}`).join("");
  return <path d={drawn} stroke="var(--stage-ink)" strokeOpacity={0.16} />;
}
