import { type PointerEvent, useMemo } from "react";
import type { ReachOut, TubeOut } from "../api/schema";
import { Mark } from "../plots/marks/Mark";
import { Spot } from "../plots/marks/Spot";
import { PlanFrame } from "../plots/PlanFrame";
import { nearestSpot, Plot, spotOf } from "../plots/Plot";
import { planGeometry } from "../plots/plan";
import { useSeen } from "../seen/useSeen";

const REACH_PX = 28;
const MARK_PX = 18;
const MARKED_PX = 26;

/** The wheel as it was measured: each tube's masstone joined to its tint, and what all reach. */
export function WheelPlot({
  tubes,
  reach,
  selected,
  beside,
  width,
  height,
  onSelect,
}: {
  tubes: readonly TubeOut[];
  reach: ReachOut | undefined;
  selected: number | null;
  beside: number | null;
  width: number;
  height: number;
  onSelect: (id: number) => void;
}) {
  const seen = useSeen();
  const geometry = useMemo(
    () =>
      planGeometry(
        tubes.flatMap((tube) => [tube.paint.masstone.lab, tube.paint.tint.lab]),
        width,
        height,
      ),
    [tubes, width, height],
  );
  const { place, radius, centre } = geometry;
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const nearest = nearestSpot(geometry.labs.map(place), spotOf(event), REACH_PX);
    // A masstone and a tint of each tube, one after the other.
    const tube = nearest === null ? undefined : tubes[nearest >> 1];
    if (tube) onSelect(tube.id);
  };
  const outline = reach?.chroma
    .map((chroma, i) => {
      const turn = (i * 2 * Math.PI) / reach.chroma.length;
      const r = radius(Math.min(chroma, geometry.most));
      return `${centre[0] + Math.cos(turn) * r},${centre[1] - Math.sin(turn) * r}`;
    })
    .join(" ");
  const marked = (id: number) => id === selected || id === beside;
  const ordered = [...tubes].sort((a, b) => Number(marked(a.id)) - Number(marked(b.id)));
  const labels = tubes
    .filter(({ id }) => marked(id))
    .map(({ label, paint }) => {
      const [x, y] = place(paint.masstone.lab);
      return { at: [x, y - MARKED_PX / 2 - 10] as const, says: label };
    });
  return (
    <Plot
      width={width}
      height={height}
      label="The wheel of measured tubes: masstone joined to tint, and the outline of what they reach together. The tray lists the tubes."
      className="touch-manipulation"
      onPointerDown={press}
    >
      <PlanFrame geometry={geometry} labels={labels} />
      {outline && (
        <polygon
          points={outline}
          fill="none"
          stroke="var(--stage-ink)"
          strokeWidth={1.5}
          strokeDasharray="6 4"
        />
      )}
      {ordered.map((tube) => {
        const { masstone, tint } = tube.paint;
        const [mx, my] = place(masstone.lab);
        const [tx, ty] = place(tint.lab);
        const bold = marked(tube.id);
        const size = bold ? MARKED_PX : MARK_PX;
        return (
          <g key={tube.id} data-tube={tube.id}>
            <line
              x1={mx}
              y1={my}
              x2={tx}
              y2={ty}
              stroke="var(--stage-ink)"
              strokeWidth={bold ? 2.5 : 1}
              strokeOpacity={bold ? 1 : 0.5}
            />
            <Spot x={tx} y={ty} r={size / 2.2} code={seen.code(tint)} />
            <Mark x={mx} y={my} size={size} code={seen.code(masstone)} chosen={bold} />
          </g>
        );
      })}
      {labels.map(({ at: [x, y], says }) => (
        <text
          key={`${x} ${y}`}
          x={x}
          y={y}
          textAnchor="middle"
          fontSize={14}
          fontWeight={700}
          fill="var(--stage-ink)"
          stroke="var(--stage)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {says}
        </text>
      ))}
    </Plot>
  );
}
