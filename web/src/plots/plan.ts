import { scaleLinear } from "d3-scale";
import type { Lab } from "./trail";

const MARGIN = 26;
/** Room for the hue words beside the rim. */
const SIDE_MARGIN = 82;
export const RING_STEP = 20;

const AXES = [
  [-1, 0],
  [0, -1],
  [1, 0],
  [0, 1],
] as const;

/** Where colours lie in a plan of a size, and how far it reaches. */
export interface PlanGeometry {
  labs: readonly Lab[];
  centre: readonly [number, number];
  most: number;
  radius: (chroma: number) => number;
  place: (lab: Lab) => readonly [number, number];
}

export function planGeometry(labs: readonly Lab[], width: number, height: number): PlanGeometry {
  const reach = Math.max(0, ...labs.map((lab) => Math.hypot(lab[1], lab[2])));
  const most = Math.max(RING_STEP, Math.ceil(reach / RING_STEP) * RING_STEP);
  const radius = scaleLinear(
    [0, most],
    [0, Math.max(20, Math.min(width / 2 - SIDE_MARGIN, height / 2 - MARGIN))],
  );
  const centre = [width / 2, height / 2] as const;
  return {
    labs,
    centre,
    most,
    radius,
    place: (lab) => [centre[0] + radius(lab[1]), centre[1] - radius(lab[2])],
  };
}

/** The direction along which the fewest colours lie: there the rings are labelled. */
export function clearestAxis(labs: readonly Lab[]): readonly [number, number] {
  const crowd = ([x, y]: readonly [number, number]) =>
    Math.max(
      ...labs.map((lab) => {
        const [a, b] = [lab[1], lab[2]];
        return (a * x + b * y) / (Math.hypot(a, b) + 1);
      }),
    );
  return AXES.reduce((best, axis) => (crowd(axis) < crowd(best) ? axis : best));
}
