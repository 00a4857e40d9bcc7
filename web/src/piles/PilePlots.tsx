import { useMemo } from "react";
import type { Pile } from "../api/client";
import { useViewing } from "../app/viewing";
import { PageFrame, pageGeometry } from "../plots/PageFrame";
import { PlanFrame, planGeometry } from "../plots/PlanFrame";
import { useSize } from "../ui/useSize";

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
  ...(pile.reading ? [pile.reading] : []),
];

const labsOf = (pile: Pile) => [
  ...looksOf(pile).map((look) => look.lab),
  ...(pile.target ? [pile.target.lab] : []),
];

/** Value upward, chroma outward. */
function Page({ pile, width, height }: { pile: Pile; width: number; height: number }) {
  const geometry = useMemo(() => pageGeometry(labsOf(pile), width, height), [pile, width, height]);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="The page: value upward, chroma outward, and the pile's way across it."
      className="block"
    >
      <PageFrame geometry={geometry} />
      <Way pile={pile} place={geometry.place} />
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
