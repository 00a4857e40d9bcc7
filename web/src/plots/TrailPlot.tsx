import { memo, type PointerEvent, type ReactNode, useRef, useState } from "react";
import type { Trail } from "../api/client";
import { between, type Lab, nearestShare } from "./trail";
import { useTrailView } from "./useTrailView";

export type Place = (lab: Lab, share: number) => readonly [number, number];

/** What every plot of a trail is given: the steps on it and what moving one does. */
export interface StepsOnTrail {
  trail: Trail;
  neutralShare: number;
  shares: readonly number[];
  selected: number;
  onSelect: (index: number) => void;
  onMove: (index: number, share: number) => void;
  onDrop: () => void;
}

const MARK = 20;
const MARK_SELECTED = 32;
/** How far from a patch a finger may land and still take it. */
const REACH = 30;

/** A trail that is not the one at hand, as a thin line to compare with. */
function Ghost({ trail, place, breakAt }: { trail: Trail; place: Place; breakAt?: number }) {
  const path = trail.lab
    .map((lab, i) => {
      const [x, y] = place(lab as unknown as Lab, trail.share[i] as number);
      const crosses =
        i > 0 &&
        breakAt !== undefined &&
        (trail.share[i - 1] as number) < breakAt &&
        (trail.share[i] as number) >= breakAt;
      return `${i === 0 || crosses ? "M" : "L"}${x} ${y}`;
    })
    .join("");
  return (
    <path d={path} fill="none" stroke="var(--stage-ink)" strokeWidth={1.5} strokeDasharray="6 4" />
  );
}

/** The mixing line itself, in the colours of its mixtures, with a dark and a light edge. */
const Ribbon = memo(function Ribbon({
  trail,
  codes,
  place,
  breakAt,
}: {
  trail: Trail;
  codes: readonly string[];
  place: Place;
  breakAt?: number;
}) {
  const points = trail.lab.map((lab, i) => place(lab as unknown as Lab, trail.share[i] as number));
  const segments = points.slice(1).map((to, i) => ({ from: points[i] as typeof to, to, i }));
  const whole = segments.filter(({ i }) => {
    const before = trail.share[i] as number;
    const after = trail.share[i + 1] as number;
    return breakAt === undefined || !(before < breakAt && after >= breakAt);
  });
  const outline = whole.map(({ from, to }) => `M${from[0]} ${from[1]}L${to[0]} ${to[1]}`).join("");
  return (
    <g strokeLinecap="round">
      <path d={outline} stroke="var(--stage-ink)" strokeWidth={9} fill="none" opacity={0.55} />
      {whole.map(({ from, to, i }) => (
        <line
          key={i}
          x1={from[0]}
          y1={from[1]}
          x2={to[0]}
          y2={to[1]}
          stroke={codes[i]}
          strokeWidth={7}
        />
      ))}
    </g>
  );
});

/** A plot with a trail on it and its steps as patches that can be dragged along it. */
export function TrailPlot({
  width,
  height,
  place,
  breakAt,
  label,
  children,
  trail,
  ghost,
  shares,
  selected,
  onSelect,
  onMove,
  onDrop,
}: StepsOnTrail & {
  width: number;
  height: number;
  place: Place;
  /** Share at which the drawn line has a gap, where the plot changes sides. */
  breakAt?: number;
  label: string;
  /** The trail without its third paint, to compare with. */
  ghost?: Trail | null;
  children: ReactNode;
}) {
  const view = useTrailView(trail);
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<number | null>(null);

  const spot = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)] as const;
  };
  // Patches may crowd, so a press takes the nearest one rather than the one drawn on top.
  const press = (event: PointerEvent) => {
    const [px, py] = spot(event);
    const away = shares.map((share) => {
      const [x, y] = place(view.sampleAt(share).lab, share);
      return Math.hypot(x - px, y - py);
    });
    const nearest = away.indexOf(Math.min(...away));
    if ((away[nearest] as number) > REACH) return;
    svg.current?.setPointerCapture(event.pointerId);
    onSelect(nearest);
    setDragged(nearest);
  };
  const follow = (event: PointerEvent) => {
    if (dragged === null) return;
    const share = nearestShare(trail, place, spot(event));
    if (share !== shares[dragged]) onMove(dragged, between(shares, dragged, share));
  };
  const release = () => {
    if (dragged === null) return;
    setDragged(null);
    onDrop();
  };
  // The chosen step is drawn last, over its neighbours.
  const order = shares
    .map((_, i) => i)
    .sort((a, b) => Number(a === selected) - Number(b === selected));

  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      role="img"
      aria-label={label}
      className="block touch-none select-none"
      onPointerDown={press}
      onPointerMove={follow}
      onPointerUp={release}
      onPointerCancel={release}
    >
      {children}
      {ghost && <Ghost trail={ghost} place={place} breakAt={breakAt} />}
      <Ribbon trail={trail} codes={view.codes} place={place} breakAt={breakAt} />
      {order.map((i) => {
        const at = view.sampleAt(shares[i] as number);
        const [x, y] = place(at.lab, shares[i] as number);
        const size = i === selected ? MARK_SELECTED : MARK;
        return (
          <g
            key={i}
            transform={`translate(${x} ${y})`}
            data-step={i}
            className={i === 0 || i === shares.length - 1 ? "cursor-pointer" : "cursor-grab"}
          >
            {i === selected && (
              <rect
                x={-size / 2 - 4}
                y={-size / 2 - 4}
                width={size + 8}
                height={size + 8}
                fill="none"
                stroke="#ffffff"
                strokeWidth={2}
              />
            )}
            <rect
              x={-size / 2}
              y={-size / 2}
              width={size}
              height={size}
              fill={view.patch(at).srgb}
              stroke="#000000"
              strokeWidth={i === selected ? 2 : 1}
            />
          </g>
        );
      })}
    </svg>
  );
}
