import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import type { Pile } from "../api/client";
import { useViewing } from "../app/viewing";
import { PlanFrame, planGeometry } from "../plots/PlanFrame";
import { useSize } from "../ui/useSize";

const MARGIN = { top: 26, right: 20, bottom: 34, left: 44 };
const SIDE_BY_SIDE_FROM = 600;
const MARK = 20;
const LAST = 30;

type Place = (lab: readonly number[]) => readonly [number, number];

/** The pile's way across page and plan toward its target. */
export function PilePlots({ pile }: { pile: Pile }) {
  const [room, width, height] = useSize();
  const beside = width >= SIDE_BY_SIDE_FROM;
  const size = { width: beside ? width / 2 : width, height: beside ? height : height / 2 };
  return (
    <div
      ref={room}
      className="flex min-h-64 flex-1 flex-wrap overflow-hidden max-lg:min-h-[32rem] md:max-lg:h-80 md:max-lg:min-h-80 md:max-lg:flex-none"
    >
      {width > 0 && (
        <>
          <Page pile={pile} {...size} />
          <Plan pile={pile} {...size} />
        </>
      )}
    </div>
  );
}

/** How the pile looked after each thing done to it, and by the instrument at last. */
const looksOf = (pile: Pile) => [
  ...pile.steps.flatMap((step) => (step.look ? [step.look] : [])),
  ...(pile.seen ? [pile.seen] : []),
];

const labsOf = (pile: Pile) => [
  ...looksOf(pile).map((look) => look.lab),
  ...(pile.target ? [pile.target.lab] : []),
];

/** Value upward, chroma outward. */
function Page({ pile, width, height }: { pile: Pile; width: number; height: number }) {
  const { x, y, place } = useMemo(() => {
    const reach = Math.max(0, ...labsOf(pile).map((lab) => Math.hypot(lab[1] ?? 0, lab[2] ?? 0)));
    const most = Math.max(20, Math.ceil(reach / 10) * 10);
    const x = scaleLinear([0, most], [MARGIN.left, width - MARGIN.right]);
    const y = scaleLinear([0, 100], [height - MARGIN.bottom, MARGIN.top]);
    const place: Place = (lab) => [x(Math.hypot(lab[1] ?? 0, lab[2] ?? 0)), y(lab[0] ?? 0)];
    return { x, y, place };
  }, [pile, width, height]);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="The page: value upward, chroma outward, and the pile's way across it."
      className="block"
    >
      <g fill="var(--stage-ink)" fontSize={14}>
        {[1, 2, 3, 4, 5, 6, 7, 8, 9].map((value) => (
          <g key={value}>
            <line
              x1={MARGIN.left}
              x2={width - MARGIN.right}
              y1={y(value * 10 + 1)}
              y2={y(value * 10 + 1)}
              stroke="var(--stage-ink)"
              strokeOpacity={0.16}
            />
            {value % 2 === 1 && (
              <text x={MARGIN.left - 8} y={y(value * 10 + 1) + 5} textAnchor="end">
                {value}
              </text>
            )}
          </g>
        ))}
        {x.ticks(5).map((chroma) => (
          <text key={chroma} x={x(chroma)} y={height - MARGIN.bottom + 20} textAnchor="middle">
            {chroma === 0 ? "grey" : chroma}
          </text>
        ))}
        <text x={MARGIN.left - 30} y={16}>
          value
        </text>
      </g>
      <Way pile={pile} place={place} />
    </svg>
  );
}

/** Hue around, chroma outward. */
function Plan({ pile, width, height }: { pile: Pile; width: number; height: number }) {
  const geometry = useMemo(() => planGeometry(labsOf(pile), width, height), [pile, width, height]);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="The plan: hue around, chroma outward, and the pile's way across it."
      className="block"
    >
      <PlanFrame geometry={geometry} />
      <Way pile={pile} place={geometry.place} />
    </svg>
  );
}

/** The pile after each addition, joined in order, and the target as a ring around its colour. */
function Way({ pile, place }: { pile: Pile; place: Place }) {
  const { squint } = useViewing();
  const looks = looksOf(pile);
  const points = looks.map((look) => place(look.lab));
  const path = points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");
  const target = pile.target;
  const at = target ? place(target.lab) : null;
  const last = points.length - 1;
  return (
    <g>
      <path d={path} fill="none" stroke="var(--stage-ink)" strokeWidth={2} />
      {target && at && (
        <>
          <circle cx={at[0]} cy={at[1]} r={19} fill="none" stroke="#ffffff" strokeWidth={5} />
          <circle
            cx={at[0]}
            cy={at[1]}
            r={19}
            fill={squint ? target.value_srgb : target.srgb}
            stroke="#000000"
            strokeWidth={2}
          />
        </>
      )}
      {points.map(([x, y], i) => {
        const look = looks[i];
        const size = i === last ? LAST : MARK;
        return (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: an addition is its place
            key={i}
            x={x - size / 2}
            y={y - size / 2}
            width={size}
            height={size}
            fill={squint ? look?.value_srgb : look?.srgb}
            stroke="#000000"
            strokeWidth={i === last ? 2 : 1}
          />
        );
      })}
    </g>
  );
}
