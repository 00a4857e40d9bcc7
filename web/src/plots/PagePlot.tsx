import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import { NeutralAxis } from "./marks/NeutralAxis";
import { ValueLines } from "./marks/ValueLines";
import { type OnTrail, type Place, TrailPlot } from "./TrailPlot";
import { sidedChroma } from "./trail";

const MARGIN = { top: 30, right: 24, bottom: 34, left: 24 };
const MISS_SHOWN_FROM = 2;

/**
 * The page: value upward, chroma outward from the neutral axis in the middle. One paint's side is
 * on the left, its partner's on the right; the gap between is how far the trail misses grey.
 */
export function PagePlot({
  width,
  height,
  names,
  neutralShare,
  trail,
  ghost,
}: OnTrail & {
  names: readonly [string, string];
  neutralShare: number;
}) {
  const { x, y, place, most } = useMemo(() => {
    const reach = Math.max(...trail.lab.map((lab) => Math.hypot(lab[1] ?? 0, lab[2] ?? 0)));
    const most = Math.max(20, Math.ceil(reach / 10) * 10);
    const x = scaleLinear([-most, most], [MARGIN.left, width - MARGIN.right]);
    const y = scaleLinear([0, 100], [height - MARGIN.bottom, MARGIN.top]);
    const place: Place = (lab, share) => [x(sidedChroma(lab, share, neutralShare)), y(lab[0])];
    return { x, y, place, most };
  }, [trail, neutralShare, width, height]);

  const nearest = useMemo(() => {
    const all = trail.lab.map(([lightness, a, b]) => ({
      chroma: Math.hypot(a, b),
      lightness,
    }));
    return all.reduce((best, at) => (at.chroma < best.chroma ? at : best));
  }, [trail]);

  const ticks = x.ticks(6).filter((t) => t !== 0 && Math.abs(t) <= most);
  return (
    <TrailPlot
      trail={trail}
      ghost={ghost}
      width={width}
      height={height}
      place={place}
      breakAt={neutralShare}
      label={`The page: value upward, chroma outward. ${names[0]} on the left, ${names[1]} on the right.`}
    >
      <g fill="var(--stage-ink)" fontSize={14}>
        <ValueLines from={MARGIN.left} to={width - MARGIN.right} y={y} />
        {ticks.map((t) => (
          <g key={t} transform={`translate(${x(t)} ${height - MARGIN.bottom})`}>
            <line y1={0} y2={5} stroke="var(--stage-ink)" />
            <text y={20} textAnchor="middle">
              {Math.abs(t)}
            </text>
          </g>
        ))}
        <NeutralAxis x={x(0)} y={y} />
        <text x={x(0)} y={height - MARGIN.bottom + 20} textAnchor="middle" fontWeight={700}>
          grey
        </text>
        <text x={MARGIN.left} y={height - MARGIN.bottom - 6}>
          chroma
        </text>
        <text x={MARGIN.left} y={18} fontWeight={700} fontSize={15}>
          {names[0]}
        </text>
        <text x={width - MARGIN.right} y={18} textAnchor="end" fontWeight={700} fontSize={15}>
          {names[1]}
        </text>
      </g>
      {nearest.chroma >= MISS_SHOWN_FROM && (
        <path
          d={`M${x(-nearest.chroma)} ${y(nearest.lightness)}H${x(nearest.chroma)}`}
          stroke="var(--stage-ink)"
          strokeWidth={2}
          strokeDasharray="3 4"
        />
      )}
    </TrailPlot>
  );
}
