import { type KeyboardEvent, type PointerEvent, useMemo, useRef } from "react";
import { Mark } from "../../plots/marks/Mark";
import { nearestSpot, Plot, type Spot, spotOf } from "../../plots/Plot";
import { useSeen } from "../../seen/useSeen";
import type { Triad } from "./field";
import { type FieldSample, type Point, walked } from "./field";
import { ChromaLines, Mesh, Patches } from "./TriadField";
import { SIDE, triangleIn } from "./triangle";

const STEP = 1 / 48;
const COARSE = 6;
const REACH_PX = 16;
const ANCHORS = ["middle", "start", "end"] as const;

export type Drawn = "field" | "patches";

/** Three paints at the corners, their mixtures between, and the point in hand. */
export function TriadPlot({
  triad,
  names,
  drawn,
  width,
  height,
  point,
  at,
  picks,
  selected,
  says,
  onMove,
  onDrop,
  onSelect,
}: {
  triad: Triad;
  names: readonly [string, string, string];
  drawn: Drawn;
  width: number;
  height: number;
  point: Point;
  /** How the mixture at the point looks. */
  at: FieldSample;
  picks: readonly Point[];
  selected: number;
  says: string;
  onMove: (point: Point) => void;
  onDrop: () => void;
  onSelect: (place: number) => void;
}) {
  const held = useRef(false);
  const seen = useSeen();
  const codes = seen.codes(triad.field);
  const {
    corners,
    place,
    point: pointAt,
    side,
  } = useMemo(() => triangleIn(width, height), [width, height]);
  const spot = useMemo(() => {
    const spots = triad.field.point.map((p) => place(p));
    return (index: number) => spots[index] as Spot;
  }, [triad, place]);
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const near = nearestSpot(picks.map(place), spotOf(event), REACH_PX);
    if (near === null) onMove(pointAt(...spotOf(event)));
    else onSelect(near);
    held.current = true;
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const release = () => {
    if (held.current) onDrop();
    held.current = false;
  };
  const key = (event: KeyboardEvent) => {
    const next = walked(point, event.key, event.shiftKey ? STEP * COARSE : STEP);
    if (!next) return;
    event.preventDefault();
    onMove(next);
    onDrop();
  };
  const [x, y] = place(point);
  return (
    <div className="relative" style={{ width, height }}>
      <Plot
        width={width}
        height={height}
        label={`The triangle of ${names.join(", ")}.`}
        className="touch-none"
        onPointerDown={press}
        onPointerMove={(event) => held.current && onMove(pointAt(...spotOf(event)))}
        onPointerUp={release}
        onPointerCancel={release}
      >
        <g className="isolate">
          {drawn === "field" ? (
            <Mesh triad={triad} codes={codes} spot={spot} />
          ) : (
            <Patches triad={triad} codes={codes} place={place} side={side} />
          )}
          <ChromaLines triad={triad} place={place} />
        </g>
        <Neutral at={place(triad.neutral_point)} />
        {picks.map((pick, i) =>
          // biome-ignore lint/suspicious/noArrayIndexKey: a pick is its place in the row
          i === selected ? null : <Pick key={i} place={i} at={place(pick)} />,
        )}
        <Mark x={x} y={y} code={seen.code(at)} chosen />
        {corners.map(([cx, cy], i) => (
          <text
            key={names[i]}
            x={[cx, Math.max(cx - SIDE / 2, 4), Math.min(cx + SIDE / 2, width - 4)][i]}
            y={i === 0 ? cy - 12 : cy + 24}
            textAnchor={ANCHORS[i]}
            fontSize={15}
            fontWeight={700}
            fill="var(--stage-ink)"
          >
            {names[i]}
          </text>
        ))}
      </Plot>
      <div
        role="slider"
        tabIndex={0}
        aria-label="The point in hand: arrow keys walk it through the triangle"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(point[0] * 100)}
        aria-valuetext={says}
        data-testid="point"
        onKeyDown={key}
        className="pointer-events-none absolute h-11 w-11"
        style={{ left: x - 22, top: y - 22 }}
      />
    </div>
  );
}

/** Where the triangle is nearest to grey: a ring with cross hairs, seen on any paint. */
function Neutral({ at: [x, y] }: { at: Spot }) {
  return (
    <g stroke="#000000" fill="none">
      <circle cx={x} cy={y} r={11} stroke="#ffffff" strokeWidth={4} />
      <circle cx={x} cy={y} r={11} strokeWidth={2} />
      <path
        d={`M${x - 17} ${y}h8M${x + 9} ${y}h8M${x} ${y - 17}v8M${x} ${y + 9}v8`}
        strokeWidth={2}
      />
    </g>
  );
}

/** A point that was kept, by its number. */
function Pick({ place, at: [x, y] }: { place: number; at: Spot }) {
  return (
    <g data-pick={place} className="cursor-pointer">
      <rect x={x - 11} y={y - 11} width={22} height={22} fill="#ffffff" stroke="#000000" />
      <text x={x} y={y + 5} textAnchor="middle" fontSize={14} fontWeight={700}>
        {place + 1}
      </text>
    </g>
  );
}
