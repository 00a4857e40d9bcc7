import { useMemo } from "react";
import type { PileOut } from "../api/schema";
import { Mark } from "../plots/marks/Mark";
import { Spot } from "../plots/marks/Spot";
import { PageFrame, pageGeometry } from "../plots/PageFrame";
import { PlanFrame } from "../plots/PlanFrame";
import { Plot } from "../plots/Plot";
import { planGeometry } from "../plots/plan";
import type { Lab } from "../plots/trail";
import { useSeen } from "../seen/useSeen";
import { useSize } from "../ui/useSize";

const SIDE_BY_SIDE_FROM = 600;

type Place = (lab: Lab) => readonly [number, number];

/** The pile's course across page and plan toward its target. */
export function PilePlots({ pile }: { pile: PileOut }) {
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
const looksOf = (pile: PileOut) => [
  ...pile.steps.flatMap((step) => (step.look ? [step.look] : [])),
  ...(pile.reading ? [pile.reading] : []),
];

const labsOf = (pile: PileOut) => [
  ...looksOf(pile).map((look) => look.lab),
  ...(pile.target ? [pile.target.lab] : []),
];

/** Value upward, chroma outward. */
function Page({ pile, width, height }: { pile: PileOut; width: number; height: number }) {
  const geometry = useMemo(() => pageGeometry(labsOf(pile), width, height), [pile, width, height]);
  return (
    <Plot
      width={width}
      height={height}
      label="The page: value upward, chroma outward, and the pile's course across it."
    >
      <PageFrame geometry={geometry} />
      <Course pile={pile} place={geometry.place} />
    </Plot>
  );
}

/** Hue around, chroma outward. */
function Plan({ pile, width, height }: { pile: PileOut; width: number; height: number }) {
  const geometry = useMemo(() => planGeometry(labsOf(pile), width, height), [pile, width, height]);
  return (
    <Plot
      width={width}
      height={height}
      label="The plan: hue around, chroma outward, and the pile's course across it."
    >
      <PlanFrame geometry={geometry} />
      <Course pile={pile} place={geometry.place} />
    </Plot>
  );
}

/** The pile after each addition, joined in order, and the target it is to come to. */
function Course({ pile, place }: { pile: PileOut; place: Place }) {
  const seen = useSeen();
  const looks = looksOf(pile);
  const points = looks.map((look) => place(look.lab));
  const path = points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");
  const { target } = pile;
  const at = target ? place(target.lab) : null;
  return (
    <g>
      <path d={path} fill="none" stroke="var(--stage-ink)" strokeWidth={1.5} />
      {target && at && <Spot x={at[0]} y={at[1]} r={18} code={seen.code(target)} target />}
      {looks.map((look, i) => {
        const [x, y] = points[i] as readonly [number, number];
        // biome-ignore lint/suspicious/noArrayIndexKey: an addition is its place
        return <Mark key={i} x={x} y={y} code={seen.code(look)} chosen={i === looks.length - 1} />;
      })}
    </g>
  );
}
