import { scaleLinear } from "d3-scale";
import type { Point } from "../api/schema";
import { Plot } from "../plots/Plot";

const HEIGHT = 150;
const LEFT = 40;
const BELOW = 24;
const TOP = 10;

/** A figure over time, in order: dots with their running middle, or bars. */
export function TimePlot({
  points,
  width,
  label,
  unit,
  bars = false,
}: {
  points: readonly Point[];
  width: number;
  label: string;
  unit: string;
  bars?: boolean;
}) {
  const most = Math.max(...points.map(({ value }) => value), 1e-9);
  // A bar is as wide as its week; a dot needs no room beside it.
  const room = bars ? (width - LEFT) / points.length / 2 : 8;
  const x = scaleLinear([0, Math.max(points.length - 1, 1)], [LEFT + room, width - room - 4]);
  const y = scaleLinear([0, most], [HEIGHT - BELOW, TOP]).nice(3);
  const band = points.length > 1 ? (x(1) - x(0)) * 0.7 : 20;
  const day = (point: Point | undefined) =>
    point
      ? new Date(point.at).toLocaleDateString(undefined, { day: "numeric", month: "short" })
      : "";
  return (
    <Plot label={label} width={width} height={HEIGHT} className="text-stage-ink">
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={width - 8}
            y1={y(tick)}
            y2={y(tick)}
            stroke="currentColor"
            strokeOpacity={0.25}
          />
          <text x={LEFT - 6} y={y(tick) + 5} textAnchor="end" fontSize={15} fill="currentColor">
            {tick}
          </text>
        </g>
      ))}
      {bars
        ? points.map((point, at) => (
            <rect
              key={point.at}
              x={x(at) - band / 2}
              width={band}
              y={y(point.value)}
              height={Math.max(y(0) - y(point.value), 0)}
              fill="currentColor"
              fillOpacity={0.75}
            />
          ))
        : points.map((point, at) => (
            <circle
              // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in time
              key={at}
              cx={x(at)}
              cy={y(point.value)}
              r={3.5}
              fill="currentColor"
              fillOpacity={0.6}
            />
          ))}
      {!bars && points.length > 2 && (
        <polyline
          points={middles(points)
            .map((value, at) => `${x(at)},${y(value)}`)
            .join(" ")}
          fill="none"
          stroke="currentColor"
          strokeWidth={2.5}
        />
      )}
      <text x={LEFT} y={HEIGHT - 5} fontSize={15} fill="currentColor">
        {day(points[0])}
      </text>
      <text x={width - 8} y={HEIGHT - 5} fontSize={15} textAnchor="end" fill="currentColor">
        {day(points.at(-1))} · {unit}
      </text>
    </Plot>
  );
}

const AROUND = 4;

/** The middle one of each and its neighbours, which one bad day does not move. */
function middles(points: readonly Point[]): number[] {
  return points.map((_, at) => {
    const near = points.slice(Math.max(0, at - AROUND), at + AROUND + 1).map(({ value }) => value);
    near.sort((a, b) => a - b);
    return near[Math.floor(near.length / 2)] as number;
  });
}
