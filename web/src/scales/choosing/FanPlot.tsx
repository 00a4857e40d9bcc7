import { scaleLinear } from "d3-scale";
import { type PointerEvent, useMemo } from "react";
import type { Line, PartnerOut } from "../../api/schema";
import { Ghost } from "../../plots/marks/Ghost";
import { Mark } from "../../plots/marks/Mark";
import { Ribbon } from "../../plots/marks/Ribbon";
import { PlanFrame } from "../../plots/PlanFrame";
import { nearestSpot, Plot, spotOf } from "../../plots/Plot";
import { planGeometry } from "../../plots/plan";
import type { Lab } from "../../plots/trail";
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
  partners: readonly PartnerOut[];
  chosen: PartnerOut | null;
  width: number;
  height: number;
  onChoose: (tube: number) => void;
}) {
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
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const all = partners.flatMap(({ tube, line }) =>
      line.lab.slice(1).map((lab) => ({ tube, spot: place(lab) })),
    );
    const nearest = nearestSpot(
      all.map(({ spot }) => spot),
      spotOf(event),
      REACH_PX,
    );
    const hit = nearest === null ? undefined : all[nearest];
    if (hit) onChoose(hit.tube);
  };
  const ordered = [...partners].sort(
    (a, b) => Number(a === chosen) - Number(b === chosen) || b.chroma - a.chroma,
  );
  return (
    <Plot
      width={width}
      height={height}
      label="The plan with the trails to every partner. The list beside it says the same."
      className="touch-manipulation"
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
    </Plot>
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
  place: (lab: Lab) => readonly [number, number];
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
