import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import { TABLES } from "../api/tables";

const MARGIN = 26;
/** Room for the hue words beside the rim. */
const SIDE_MARGIN = 82;
const RING_STEP = 20;

const AXES = [
  [-1, 0],
  [0, -1],
  [1, 0],
  [0, 1],
] as const;

/** Where colours lie in a plan of a size, and how far it reaches. */
export interface PlanGeometry {
  labs: ReadonlyArray<readonly number[]>;
  centre: readonly [number, number];
  most: number;
  radius: (chroma: number) => number;
  place: (lab: readonly number[]) => readonly [number, number];
}

export function planGeometry(
  labs: ReadonlyArray<readonly number[]>,
  width: number,
  height: number,
): PlanGeometry {
  const reach = Math.max(0, ...labs.map((lab) => Math.hypot(lab[1] ?? 0, lab[2] ?? 0)));
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
    place: (lab) => [centre[0] + radius(lab[1] ?? 0), centre[1] - radius(lab[2] ?? 0)],
  };
}

/** The direction along which the fewest colours lie: there the rings are labelled. */
function clearestAxis(labs: ReadonlyArray<readonly number[]>): readonly [number, number] {
  const crowd = ([x, y]: readonly [number, number]) =>
    Math.max(
      ...labs.map((lab) => {
        const [a, b] = [lab[1] ?? 0, lab[2] ?? 0];
        return (a * x + b * y) / (Math.hypot(a, b) + 1);
      }),
    );
  return AXES.reduce((best, axis) => (crowd(axis) < crowd(best) ? axis : best));
}

/** Rings of chroma, hue words around the rim, and the neutral axis in the middle. */
export function PlanFrame({ geometry }: { geometry: PlanGeometry }) {
  const { labs, centre, most, radius } = geometry;
  const clear = useMemo(() => clearestAxis(labs), [labs]);
  const rings = Array.from({ length: most / RING_STEP }, (_, i) => (i + 1) * RING_STEP);
  const rim = radius(most);
  return (
    <g transform={`translate(${centre[0]} ${centre[1]})`} fill="var(--stage-ink)" fontSize={14}>
      {rings.map((ring) => (
        <circle
          key={ring}
          r={radius(ring)}
          fill="none"
          stroke="var(--stage-ink)"
          strokeOpacity={ring === most ? 0.7 : 0.28}
        />
      ))}
      {TABLES.hues.map(([word, angle]) => {
        const turn = (angle * Math.PI) / 180;
        const [c, s] = [Math.cos(turn), -Math.sin(turn)];
        return (
          <g key={word}>
            <line
              x1={c * rim}
              y1={s * rim}
              x2={c * (rim + 5)}
              y2={s * (rim + 5)}
              stroke="var(--stage-ink)"
            />
            <text
              x={c * (rim + 9)}
              y={s * (rim + 11) + 5}
              textAnchor={Math.abs(c) < 0.3 ? "middle" : c > 0 ? "start" : "end"}
            >
              {word}
            </text>
          </g>
        );
      })}
      {rings.slice(rings.length > 2 ? 1 : 0).map((ring) => (
        <text
          key={ring}
          x={clear[0] * (radius(ring) - 11)}
          y={-clear[1] * (radius(ring) - 9) + 5}
          textAnchor="middle"
        >
          {ring}
        </text>
      ))}
      <path d="M-9 0H9M0 -9V9" stroke="var(--stage-ink)" strokeWidth={2} />
    </g>
  );
}
