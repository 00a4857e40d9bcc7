import { type KeyboardEvent, memo, type PointerEvent, useMemo, useRef } from "react";
import type { Triad } from "../../api/client";
import { Mark } from "../../plots/marks/Mark";
import { PlanFrame } from "../../plots/PlanFrame";
import { planGeometry } from "../../plots/plan";
import { blend } from "../../plots/trail";
import { useSeen } from "../../seen/useSeen";
import { type FieldSample, inside, latticeIndex, type Point, walked } from "./field";

const TOP = 34;
const SIDE = 20;
const FOOT = 40;
const STEP = 1 / 48;
const COARSE = 6;
const PATCHES = 8;

type Place = (point: Point) => readonly [number, number];
export type Look = "field" | "patches";

/** A triangle that stands in a room, its first corner on top. */
function triangleIn(width: number, height: number) {
  const side = Math.min(width - 2 * SIDE, (height - TOP - FOOT) / (Math.sqrt(3) / 2));
  const tall = (side * Math.sqrt(3)) / 2;
  const left = (width - side) / 2;
  const top = TOP + Math.max(0, (height - TOP - FOOT - tall) / 2);
  const corners = [
    [width / 2, top],
    [left, top + tall],
    [left + side, top + tall],
  ] as const;
  const place: Place = (p) => [
    p[0] * corners[0][0] + p[1] * corners[1][0] + p[2] * corners[2][0],
    p[0] * corners[0][1] + p[1] * corners[1][1] + p[2] * corners[2][1],
  ];
  const point = (x: number, y: number): Point => {
    const a = 1 - (y - top) / tall;
    const along = (x - left) / side - a / 2;
    return inside([a, 1 - a - along, along]);
  };
  return { corners, place, point, side };
}

/** The lattice as small triangles, each in the middle colour of its corners. */
const Mesh = memo(function Mesh({
  triad,
  codes,
  spot,
}: {
  triad: Triad;
  codes: readonly string[];
  spot: (index: number) => readonly [number, number];
}) {
  const cells = useMemo(() => cellsOf(triad.field.level), [triad.field.level]);
  return (
    <g>
      {cells.map(([a, b, c]) => {
        const middle = blend(
          blend(codes[a] as string, codes[b] as string, 0.5),
          codes[c] as string,
          1 / 3,
        );
        const points = [a, b, c].map((index) => spot(index).join(",")).join(" ");
        return (
          <polygon
            key={`${a} ${b} ${c}`}
            points={points}
            fill={middle}
            stroke={middle}
            strokeWidth={0.7}
          />
        );
      })}
    </g>
  );
});

function cellsOf(level: number): Array<[number, number, number]> {
  const cells: Array<[number, number, number]> = [];
  for (let i = 0; i < level; i += 1)
    for (let j = 0; i + j < level; j += 1) {
      const at = (a: number, b: number) => latticeIndex(level, a, b);
      cells.push([at(i, j), at(i + 1, j), at(i, j + 1)]);
      if (i + j < level - 1) cells.push([at(i + 1, j + 1), at(i + 1, j), at(i, j + 1)]);
    }
  return cells;
}

/** Patches as a painter would lay them: hexagons of mixtures that touch. */
const Patches = memo(function Patches({
  triad,
  codes,
  place,
  side,
}: {
  triad: Triad;
  codes: readonly string[];
  place: Place;
  side: number;
}) {
  const every = triad.field.level / PATCHES;
  const radius = side / PATCHES / Math.sqrt(3);
  const hexagon = Array.from({ length: 6 }, (_, k) => {
    const turn = (Math.PI / 3) * k + Math.PI / 6;
    return [Math.cos(turn) * radius, Math.sin(turn) * radius] as const;
  });
  return (
    <g>
      {triad.field.point.map((point, index) => {
        const steps = point.map((share) => (share * triad.field.level) / every);
        if (steps.some((step) => Math.abs(step - Math.round(step)) > 1e-3)) return null;
        const [x, y] = place(point as unknown as Point);
        return (
          <polygon
            key={steps.map(Math.round).join(" ")}
            points={hexagon.map(([dx, dy]) => `${x + dx},${y + dy}`).join(" ")}
            fill={codes[index]}
          />
        );
      })}
    </g>
  );
});

const ChromaLines = memo(function ChromaLines({ triad, place }: { triad: Triad; place: Place }) {
  const paths = triad.lines.map((line) => ({
    chroma: line.chroma,
    d: line.pieces
      .map((piece) => {
        const [from, to] = piece.map((p) => place(p as unknown as Point));
        return from && to ? `M${from[0]} ${from[1]}L${to[0]} ${to[1]}` : "";
      })
      .join(""),
  }));
  // Dark and light together are seen on any paint, and neither has a hue.
  return (
    <g fill="none">
      {paths.map(({ chroma, d }) => (
        <g key={chroma} strokeOpacity={chroma % 20 ? 0.3 : 0.7}>
          <path d={d} stroke="#000000" strokeWidth={2.5} />
          <path d={d} stroke="#ffffff" strokeWidth={1} />
        </g>
      ))}
    </g>
  );
});

function useCodes(triad: Triad): readonly string[] {
  return useSeen().codes(triad.field);
}

/** Three paints at the corners, their mixtures between, and the point in hand. */
export function TriadPlot({
  triad,
  names,
  look,
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
  look: Look;
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
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef(false);
  const codes = useCodes(triad);
  const {
    corners,
    place,
    point: pointAt,
    side,
  } = useMemo(() => triangleIn(width, height), [width, height]);
  const spot = useMemo(() => {
    const spots = triad.field.point.map((p) => place(p as unknown as Point));
    return (index: number) => spots[index] as readonly [number, number];
  }, [triad, place]);
  const to = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    return pointAt(event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0));
  };
  const press = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    const [px, py] = [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
    const near = picks.findIndex((pick) => {
      const [x, y] = place(pick);
      return Math.hypot(x - px, y - py) < 16;
    });
    if (near >= 0) onSelect(near);
    else onMove(to(event));
    held.current = true;
    svg.current?.setPointerCapture(event.pointerId);
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
  const [nx, ny] = place(triad.neutral_point as unknown as Point);
  const [x, y] = place(point);
  const seen = useSeen();
  return (
    <div className="relative" style={{ width, height }}>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label={`The triangle of ${names.join(", ")}.`}
        className="block touch-none select-none"
        onPointerDown={press}
        onPointerMove={(event) => held.current && onMove(to(event))}
        onPointerUp={release}
        onPointerCancel={release}
      >
        <g className="isolate">
          {look === "field" ? (
            <Mesh triad={triad} codes={codes} spot={spot} />
          ) : (
            <Patches triad={triad} codes={codes} place={place} side={side} />
          )}
          <ChromaLines triad={triad} place={place} />
        </g>
        <g stroke="#000000" fill="none">
          <circle cx={nx} cy={ny} r={11} stroke="#ffffff" strokeWidth={4} />
          <circle cx={nx} cy={ny} r={11} strokeWidth={2} />
          <path
            d={`M${nx - 17} ${ny}h8M${nx + 9} ${ny}h8M${nx} ${ny - 17}v8M${nx} ${ny + 9}v8`}
            strokeWidth={2}
          />
        </g>
        {picks.map((pick, i) => {
          const [px, py] = place(pick);
          if (i === selected) return null;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a pick is its place in the row
            <g key={i} data-pick={i} className="cursor-pointer">
              <rect
                x={px - 11}
                y={py - 11}
                width={22}
                height={22}
                fill="#ffffff"
                stroke="#000000"
              />
              <text x={px} y={py + 5} textAnchor="middle" fontSize={14} fontWeight={700}>
                {i + 1}
              </text>
            </g>
          );
        })}
        <Mark x={x} y={y} code={seen.code(at)} chosen />
        {corners.map(([cx, cy], i) => (
          <text
            key={names[i]}
            x={
              i === 0
                ? cx
                : i === 1
                  ? Math.max(cx - SIDE / 2, 4)
                  : Math.min(cx + SIDE / 2, width - 4)
            }
            y={i === 0 ? cy - 12 : cy + 24}
            textAnchor={i === 0 ? "middle" : i === 1 ? "start" : "end"}
            fontSize={15}
            fontWeight={700}
            fill="var(--stage-ink)"
          >
            {names[i]}
          </text>
        ))}
      </svg>
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

/** The same mixtures in the plan: how the triangle lies around the neutral axis. */
export function TriadPlan({
  triad,
  width,
  height,
  at,
}: {
  triad: Triad;
  width: number;
  height: number;
  at: FieldSample;
}) {
  const codes = useCodes(triad);
  const geometry = useMemo(
    () => planGeometry(triad.field.lab, width, height),
    [triad, width, height],
  );
  const spot = useMemo(() => {
    const spots = triad.field.lab.map((lab) => geometry.place(lab));
    return (index: number) => spots[index] as readonly [number, number];
  }, [triad, geometry]);
  const [x, y] = geometry.place(at.lab);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="The plan: where the mixtures of the triangle lie around the neutral axis."
      className="block"
    >
      <Mesh triad={triad} codes={codes} spot={spot} />
      <PlanFrame geometry={geometry} />
      <circle cx={x} cy={y} r={9} fill="none" stroke="#ffffff" strokeWidth={4} />
      <circle cx={x} cy={y} r={9} fill="none" stroke="#000000" strokeWidth={2} />
    </svg>
  );
}
