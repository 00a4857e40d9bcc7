import { scaleLinear } from "d3-scale";
import { lightnessOf } from "./marks/NeutralAxis";
import { ValueLines } from "./marks/ValueLines";
import type { Lab } from "./trail";

const MARGIN = { top: 26, right: 20, bottom: 34, left: 44 };
const LABELLED = [1, 3, 5, 7, 9];

/** Where colours lie on a page of a size, chroma to one side only. */
export interface PageGeometry {
  width: number;
  height: number;
  x: (chroma: number) => number;
  y: (lightness: number) => number;
  ticks: readonly number[];
  place: (lab: Lab) => readonly [number, number];
}

export function pageGeometry(labs: readonly Lab[], width: number, height: number): PageGeometry {
  const reach = Math.max(0, ...labs.map((lab) => Math.hypot(lab[1], lab[2])));
  const most = Math.max(20, Math.ceil(reach / 10) * 10);
  const x = scaleLinear([0, most], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([0, 100], [height - MARGIN.bottom, MARGIN.top]);
  return {
    width,
    height,
    x,
    y,
    ticks: x.ticks(5),
    place: (lab) => [x(Math.hypot(lab[1], lab[2])), y(lab[0])],
  };
}

/** Value upward, chroma outward from the greys at the left. */
export function PageFrame({ geometry }: { geometry: PageGeometry }) {
  const { width, height, x, y, ticks } = geometry;
  return (
    <g fill="var(--stage-ink)" fontSize={14}>
      <ValueLines from={MARGIN.left} to={width - MARGIN.right} y={y} />
      {LABELLED.map((value) => (
        <text key={value} x={MARGIN.left - 8} y={y(lightnessOf(value)) + 5} textAnchor="end">
          {value}
        </text>
      ))}
      {ticks.map((chroma) => (
        <text key={chroma} x={x(chroma)} y={height - MARGIN.bottom + 20} textAnchor="middle">
          {chroma === 0 ? "grey" : chroma}
        </text>
      ))}
      <text x={MARGIN.left - 30} y={16}>
        value
      </text>
    </g>
  );
}
