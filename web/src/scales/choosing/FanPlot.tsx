import { scaleLinear } from "d3-scale";
import { type PointerEvent, useMemo, useRef } from "react";
import type { Line, Partner } from "../../api/client";
import { Ghost } from "../../plots/marks/Ghost";
import { Mark } from "../../plots/marks/Mark";
import { Ribbon } from "../../plots/marks/Ribbon";
import { PlanFrame } from "../../plots/PlanFrame";
import { planGeometry } from "../../plots/plan";
import { useSeen } from "../../seen/useSeen";

const REACH_PX = 26;

/** All trails of one paint fanned out in the plan; the chosen one bold, bent by its fix if any. */
export function FanPlot({
  partners,
  chosen,
  width,
  height,
  onChoose,
}: {
  partners: readonly Partner[];
  chosen: Partner | null;
  width: number;
  height: number;
  onChoose: (tube: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const seen = useSeen();
  const geometry = useMemo(
    () =>
      planGeometry(
        partners.flatMap((p) => p.line.lab),
        width,
        height,
      ),
    [partners, width, height],
  );
  const { place } = geometry;
  const size = useMemo(() => scaleLinear([0, 40], [8, 22]).clamp(true), []);
  const press = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    const [px, py] = [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
    let best: [number, number] | null = null;
    for (const partner of partners)
      for (const lab of partner.line.lab.slice(1)) {
        const [x, y] = place(lab);
        const away = Math.hypot(x - px, y - py);
        if (away < REACH_PX && (!best || away < best[1])) best = [partner.tube, away];
      }
    if (best) onChoose(best[0]);
  };
  const ordered = [...partners].sort(
    (a, b) => Number(a === chosen) - Number(b === chosen) || b.chroma - a.chroma,
  );
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      role="img"
      aria-label="The plan with the trails to every partner. The list beside it says the same."
      className="block touch-manipulation select-none"
      onPointerDown={press}
    >
      <PlanFrame geometry={geometry} />
      {ordered.map((partner) => (
        <Fan
          key={partner.tube}
          line={partner.line}
          codes={seen.codes(partner.line)}
          place={place}
          bold={partner === chosen}
          end={size(40 - Math.min(partner.chroma, 40))}
        />
      ))}
      {chosen?.fix?.tube && <Ghost path={{ points: chosen.fix.line.lab.map(place), shares: [] }} />}
    </svg>
  );
}

function Fan({
  line,
  codes,
  place,
  bold,
  end,
}: {
  line: Line;
  codes: readonly string[];
  place: (lab: readonly number[]) => readonly [number, number];
  bold: boolean;
  end: number;
}) {
  const path = useMemo(() => ({ points: line.lab.map(place), shares: [] }), [line, place]);
  const [x, y] = path.points.at(-1) ?? [0, 0];
  return (
    <g>
      <Ribbon path={path} codes={codes} width={bold ? 7 : 2.5} edge={bold ? 0.8 : 0} />
      <Mark x={x} y={y} size={end} code={codes.at(-1) ?? ""} chosen={bold} />
    </g>
  );
}
