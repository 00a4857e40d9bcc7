import { type PointerEvent, type ReactNode, useMemo, useState } from "react";
import type { TrailOut } from "../api/schema";
import { useSeen } from "../seen/useSeen";
import { Ghost } from "./marks/Ghost";
import { Mark } from "./marks/Mark";
import type { Path } from "./marks/path";
import { Ribbon } from "./marks/Ribbon";
import { nearestSpot, Plot, spotOf } from "./Plot";
import { useSteps } from "./steps";
import { between, type Lab, nearestShare, sample } from "./trail";

export type Place = (lab: Lab, share: number) => readonly [number, number];

/** What every plot of a trail is given; the steps on it come from `StepsProvider`. */
export interface OnTrail {
  width: number;
  height: number;
  trail: TrailOut;
  /** The trail without its third paint, to compare with. */
  ghost: TrailOut | null;
}

/** How far from a patch a finger may land and still take it. */
const REACH = 30;

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
}: OnTrail & {
  place: Place;
  /** Share at which the drawn line has a gap, where the plot changes sides. */
  breakAt?: number;
  label: string;
  children: ReactNode;
}) {
  const { shares, selected, select, move, drop } = useSteps();
  const seen = useSeen();
  const path = useMemo(() => pathOf(trail, place, breakAt), [trail, place, breakAt]);
  const [dragged, setDragged] = useState<number | null>(null);

  // Patches may crowd, so a press takes the nearest one rather than the one drawn on top.
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const spots = shares.map((share) => place(sample(trail, share).lab, share));
    const nearest = nearestSpot(spots, spotOf(event), REACH);
    if (nearest === null) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    select(nearest);
    setDragged(nearest);
  };
  const follow = (event: PointerEvent<SVGSVGElement>) => {
    if (dragged === null) return;
    const share = nearestShare(trail, place, spotOf(event));
    if (share !== shares[dragged]) move(dragged, between(shares, dragged, share));
  };
  const release = () => {
    if (dragged === null) return;
    setDragged(null);
    drop();
  };
  // The chosen step is drawn last, over its neighbours.
  const order = shares
    .map((_, i) => i)
    .sort((a, b) => Number(a === selected) - Number(b === selected));

  return (
    <Plot
      width={width}
      height={height}
      label={label}
      className="touch-none"
      onPointerDown={press}
      onPointerMove={follow}
      onPointerUp={release}
      onPointerCancel={release}
    >
      {children}
      {ghost && <Ghost path={pathOf(ghost, place, breakAt)} />}
      <Ribbon path={path} codes={seen.codes(trail)} />
      {order.map((i) => {
        const share = shares[i] as number;
        const at = sample(trail, share);
        const [x, y] = place(at.lab, share);
        const moves = i > 0 && i < shares.length - 1;
        return (
          <g key={i} data-step={i} className={moves ? "cursor-grab" : "cursor-pointer"}>
            <Mark x={x} y={y} code={seen.code(at)} chosen={i === selected} held={dragged === i} />
          </g>
        );
      })}
    </Plot>
  );
}

function pathOf(trail: TrailOut, place: Place, breakAt: number | undefined): Path {
  const { share: shares } = trail;
  const points = trail.lab.map((lab, i) => place(lab, shares[i] as number));
  return { points, shares, breakAt };
}
