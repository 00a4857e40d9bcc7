import { useMemo } from "react";
import { TABLES } from "../api/tables";
import { clearestAxis, type PlanGeometry, RING_STEP } from "./plan";

const LETTER_PX = 7.5;
const LINE_PX = 18;

/** A word in the plot, its middle at the foot of this place. */
export interface Label {
  at: readonly [number, number];
  says: string;
}

const wide = (text: string) => text.length * LETTER_PX;

/** Rings of chroma, hue words around the rim, and the neutral axis in the middle. */
export function PlanFrame({
  geometry,
  labels = [],
}: {
  geometry: PlanGeometry;
  /** What else is written: a hue's word that would lie under it gives way. */
  labels?: readonly Label[];
}) {
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
        const x = c * (rim + 9);
        const y = s * (rim + 11) + 5;
        const anchor = Math.abs(c) < 0.3 ? "middle" : c > 0 ? "start" : "end";
        const middle = x + { start: 0.5, middle: 0, end: -0.5 }[anchor] * wide(word);
        const covered = labels.some(
          ({ at, says }) =>
            Math.abs(at[0] - centre[0] - middle) < (wide(says) + wide(word)) / 2 &&
            Math.abs(at[1] - centre[1] - y) < LINE_PX,
        );
        return (
          <g key={word}>
            <line
              x1={c * rim}
              y1={s * rim}
              x2={c * (rim + 5)}
              y2={s * (rim + 5)}
              stroke="var(--stage-ink)"
            />
            {!covered && (
              <text x={x} y={y} textAnchor={anchor}>
                {word}
              </text>
            )}
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
