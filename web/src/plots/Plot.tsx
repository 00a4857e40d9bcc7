import type { PointerEvent, SVGProps } from "react";

export type Spot = readonly [number, number];

/** A picture of colours of a size, told in words to who does not see it. */
export function Plot({
  label,
  width,
  height,
  className = "",
  ...svg
}: Omit<SVGProps<SVGSVGElement>, "ref"> & { label: string; width: number; height: number }) {
  return (
    <svg
      {...svg}
      width={width}
      height={height}
      role="img"
      aria-label={label}
      className={`block select-none ${className}`}
    />
  );
}

/** Where in a plot the pointer is, in its pixels. */
export function spotOf(event: PointerEvent<SVGSVGElement>): Spot {
  const box = event.currentTarget.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}

/** The nearest of some spots, by its place; none where all are farther off than a finger reaches. */
export function nearestSpot(spots: readonly Spot[], [x, y]: Spot, reach: number): number | null {
  const away = spots.map(([px, py]) => Math.hypot(px - x, py - y));
  const nearest = Math.min(...away);
  return nearest <= reach ? away.indexOf(nearest) : null;
}
