import { scaleLinear } from "d3-scale";
import { type PointerEvent, useMemo, useRef } from "react";
import type { Line, Partner } from "../../api/client";
import { useViewing } from "../../app/viewing";
import { PlanFrame, planGeometry } from "../../plots/PlanFrame";

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
  const { squint, whiteTest } = useViewing();
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
  const codes = (line: Line) =>
    squint ? line.value_srgb : whiteTest ? line.opened_srgb : line.srgb;
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
          codes={codes(partner.line)}
          place={place}
          bold={partner === chosen}
          end={size(40 - Math.min(partner.chroma, 40))}
        />
      ))}
      {chosen?.fix?.tube && (
        <Fan
          line={chosen.fix.line}
          codes={codes(chosen.fix.line)}
          place={place}
          bold
          dashed
          end={0}
        />
      )}
    </svg>
  );
}

function Fan({
  line,
  codes,
  place,
  bold,
  dashed = false,
  end,
}: {
  line: Line;
  codes: readonly string[];
  place: (lab: readonly number[]) => readonly [number, number];
  bold: boolean;
  dashed?: boolean;
  end: number;
}) {
  const points = line.lab.map(place);
  const path = points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");
  const [x, y] = points.at(-1) ?? [0, 0];
  return (
    <g strokeLinecap="round" fill="none">
      {bold && (
        <path
          d={path}
          stroke="var(--stage-ink)"
          strokeWidth={dashed ? 6 : 9}
          strokeOpacity={0.8}
          strokeDasharray={dashed ? "1 9" : undefined}
        />
      )}
      {!dashed &&
        points.slice(1).map((to, i) => {
          const from = points[i] as typeof to;
          return (
            <line
              // biome-ignore lint/suspicious/noArrayIndexKey: a piece is its place in the line
              key={i}
              x1={from[0]}
              y1={from[1]}
              x2={to[0]}
              y2={to[1]}
              stroke={codes[i]}
              strokeWidth={bold ? 6 : 2.5}
            />
          );
        })}
      {end > 0 && (
        <rect
          x={x - end / 2}
          y={y - end / 2}
          width={end}
          height={end}
          fill={codes.at(-1)}
          stroke="var(--stage-ink)"
          strokeWidth={bold ? 2 : 0.75}
        />
      )}
    </g>
  );
}
