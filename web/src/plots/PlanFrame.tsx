import { useMemo } from "react";
import { TABLES } from "../api/tables";
import { clearestAxis, type PlanGeometry, RING_STEP } from "./plan";

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
