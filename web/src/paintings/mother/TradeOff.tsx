import { scaleLinear } from "d3-scale";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { CurveOut } from "../../api/schema";
import { useSize } from "../../ui/useSize";

const MARGIN = { top: 34, right: 26, bottom: 48, left: 56 };
const STEP = 0.01;
const COARSE = 10;
const MOST_SHOWN = 1.25;

/** The trade-off of a mother: unity to the right, chroma kept upward; any point of it can be picked. */
export function TradeOff({
  curve,
  half,
  fraction,
  onPull,
  onPulled,
}: {
  curve: CurveOut;
  /** Half of the hue spread there was, in degrees. */
  half: number;
  fraction: number;
  onPull: (fraction: number) => void;
  onPulled: (fraction: number) => void;
}) {
  const [room, width, height] = useSize();
  const dragging = useRef(false);
  const { fractions, spread_degrees: spread, chroma_kept: chroma, contrast_kept: contrast } = curve;
  const most = Math.max(...spread, 1);
  // A narrower spread is more unity: it lies to the right.
  const x = scaleLinear([most, 0], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([0, MOST_SHOWN], [height - MARGIN.bottom, MARGIN.top]);
  const at = valueAt(curve, fraction);
  const [cx, cy] = [x(at.spread), y(Math.min(at.chroma, MOST_SHOWN))];
  const points = spread.map((s, i) => [x(s), y(Math.min(chroma[i] ?? 0, MOST_SHOWN))] as const);
  const kept = spread.map((s, i) => [x(s), y(Math.min(contrast[i] ?? 0, MOST_SHOWN))] as const);
  const nearest = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return nearestFraction(fractions, points, event.clientX - box.left, event.clientY - box.top);
  };
  const key = (event: KeyboardEvent) => {
    const by = (event.shiftKey ? COARSE : 1) * STEP;
    const step = { ArrowLeft: -by, ArrowDown: -by, ArrowRight: by, ArrowUp: by }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onPulled(Math.min(1, Math.max(0, fraction + step)));
  };
  const told = `hues ${at.spread.toFixed(0)}° apart, ${(100 * at.chroma).toFixed(0)} % of the chroma and ${(100 * at.contrast).toFixed(0)} % of the accents' contrast kept`;
  return (
    <div ref={room} className="relative min-h-72 flex-1 overflow-hidden">
      {width > 0 && (
        <div
          className="touch-none"
          role="slider"
          tabIndex={0}
          aria-label="Pull toward the mother"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(100 * fraction)}
          aria-valuetext={told}
          onKeyDown={key}
          onPointerDown={(event) => {
            dragging.current = true;
            event.currentTarget.setPointerCapture(event.pointerId);
            onPull(nearest(event));
          }}
          onPointerMove={(event) => dragging.current && onPull(nearest(event))}
          onPointerUp={(event) => {
            dragging.current = false;
            onPulled(nearest(event));
          }}
          onPointerCancel={() => {
            dragging.current = false;
            onPulled(fraction);
          }}
        >
          <svg width={width} height={height} aria-hidden="true" className="block">
            <g fill="var(--stage-ink)" fontSize={14}>
              {[0, 0.5, 1].map((share) => (
                <g key={share}>
                  <line
                    x1={MARGIN.left}
                    x2={width - MARGIN.right}
                    y1={y(share)}
                    y2={y(share)}
                    stroke="var(--stage-ink)"
                    strokeOpacity={share === 1 ? 0.5 : 0.2}
                  />
                  <text x={MARGIN.left - 8} y={y(share) + 5} textAnchor="end">
                    {100 * share} %
                  </text>
                </g>
              ))}
              <text x={MARGIN.left - 44} y={20}>
                kept
              </text>
              {x.ticks(5).map((degrees) => (
                <text key={degrees} x={x(degrees)} y={height - 28} textAnchor="middle">
                  {degrees}°
                </text>
              ))}
              <text x={width - MARGIN.right} y={height - 8} textAnchor="end">
                hues closer together →
              </text>
              <line
                x1={x(half)}
                x2={x(half)}
                y1={MARGIN.top}
                y2={height - MARGIN.bottom}
                stroke="var(--stage-ink)"
                strokeDasharray="3 5"
              />
              <text x={x(half) + 6} y={MARGIN.top + 14}>
                half
              </text>
            </g>
            <path
              d={path(kept)}
              fill="none"
              stroke="var(--stage-ink)"
              strokeWidth={1.5}
              strokeDasharray="2 4"
            />
            <path d={path(points)} fill="none" stroke="var(--stage-ink)" strokeWidth={3} />
            <circle cx={cx} cy={cy} r={12} fill="#ffffff" stroke="#000000" strokeWidth={4} />
          </svg>
        </div>
      )}
      <p className="absolute right-3 bottom-14 bg-paper px-2 py-1 text-ink text-sm leading-tight">
        <b>—</b> chroma of the whole; <b>┄</b> contrast of the accents
      </p>
    </div>
  );
}

const path = (points: ReadonlyArray<readonly [number, number]>) =>
  points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");

/** What a fraction of the way brings, between the points of the curve. */
function valueAt(curve: CurveOut, fraction: number) {
  const last = curve.fractions.length - 1;
  const at = Math.min(Math.max(fraction, 0), 1) * last;
  const low = Math.min(Math.floor(at), last - 1);
  const part = at - low;
  const between = (of: readonly number[]) =>
    (of[low] ?? 0) + ((of[low + 1] ?? 0) - (of[low] ?? 0)) * part;
  return {
    spread: between(curve.spread_degrees),
    chroma: between(curve.chroma_kept),
    contrast: between(curve.contrast_kept),
  };
}

/** The fraction whose point on the curve lies nearest to a place, also between two points. */
function nearestFraction(
  fractions: readonly number[],
  points: ReadonlyArray<readonly [number, number]>,
  px: number,
  py: number,
): number {
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < points.length; i++) {
    const [ax, ay] = points[i] as readonly [number, number];
    const [bx, by] = points[i + 1] as readonly [number, number];
    const length = (bx - ax) ** 2 + (by - ay) ** 2;
    const along = length ? ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / length : 0;
    const t = Math.min(1, Math.max(0, along));
    const away = (px - ax - (bx - ax) * t) ** 2 + (py - ay - (by - ay) * t) ** 2;
    if (away < least) {
      least = away;
      const from = fractions[i] ?? 0;
      best = from + ((fractions[i + 1] ?? 1) - from) * t;
    }
  }
  return best;
}
