import { useMemo } from "react";
import { Mark } from "../plots/marks/Mark";
import { Ring } from "../plots/marks/Ring";
import { PageFrame, pageGeometry } from "../plots/PageFrame";
import { PlanFrame } from "../plots/PlanFrame";
import { Plot } from "../plots/Plot";
import { planGeometry } from "../plots/plan";
import type { Lab } from "../plots/trail";
import type { Colour } from "../seen/Swatch";
import { useSeen } from "../seen/useSeen";
import { useSize } from "../ui/useSize";

const SHOWN_MOVE_PX = 6;

export type Look = Colour & { lab: Lab };
type Place = (lab: Lab) => readonly [number, number];

interface Props {
  before: ReadonlyArray<Look | null>;
  after: ReadonlyArray<Look | null>;
  /** Passages on the outline of the palette in the plan. */
  outline: { before: readonly number[]; after: readonly number[] };
  chosen: number | null;
}

/** Every passage before, as a ring, and after, as a patch, in the plan or on the page. */
export function PaintingPlots({ view, ...props }: Props & { view: "plan" | "page" }) {
  const [room, width, height] = useSize();
  return (
    <div ref={room} className="min-h-72 flex-1 overflow-hidden">
      {width > 0 &&
        (view === "plan" ? (
          <Plan {...props} width={width} height={height} />
        ) : (
          <Page {...props} width={width} height={height} />
        ))}
    </div>
  );
}

const labsOf = (looks: ReadonlyArray<Look | null>) =>
  looks.filter((look) => look !== null).map((look) => look.lab);

function Plan({ width, height, ...props }: Props & { width: number; height: number }) {
  const { before, after, outline } = props;
  // The frame stays as the painting was: a drag does not move the ground under it.
  const geometry = useMemo(
    () => planGeometry(labsOf(before), width, height),
    [before, width, height],
  );
  const around = (places: readonly number[], looks: ReadonlyArray<Look | null>) =>
    places
      .map((i) => looks[i])
      .filter((look) => look != null)
      .map((look) => geometry.place(look.lab).join(" "))
      .join(" ");
  return (
    <Plot
      width={width}
      height={height}
      label="The plan: hue around, chroma outward; each passage before and after."
    >
      <PlanFrame geometry={geometry} />
      <g fill="none" stroke="var(--stage-ink)">
        <polygon
          points={around(outline.before, before)}
          strokeDasharray="3 5"
          strokeOpacity={0.7}
        />
        <polygon points={around(outline.after, after)} strokeWidth={2} />
      </g>
      <Moves {...props} place={geometry.place} />
    </Plot>
  );
}

function Page({ width, height, ...props }: Props & { width: number; height: number }) {
  const { before } = props;
  const geometry = useMemo(
    () => pageGeometry(labsOf(before), width, height),
    [before, width, height],
  );
  return (
    <Plot
      width={width}
      height={height}
      label="The page: value upward, chroma outward; each passage before and after."
    >
      <PageFrame geometry={geometry} />
      <Moves {...props} place={geometry.place} />
    </Plot>
  );
}

/** Where each passage was, where it is now, and the way between. */
function Moves({ before, after, chosen, place }: Props & { place: Place }) {
  const seen = useSeen();
  // The chosen one last, so that it lies on top.
  const inOrder = after
    .map((_, i) => i)
    .sort((i, j) => Number(i === chosen) - Number(j === chosen));
  return (
    <g>
      {inOrder.map((i) => {
        const [was, now] = [before[i], after[i]];
        if (!was || !now) return null;
        const [x, y] = place(now.lab);
        const [u, v] = place(was.lab);
        const moved = Math.hypot(x - u, y - v) > SHOWN_MOVE_PX;
        return (
          <g key={i} data-passage={i}>
            {moved && <Ring from={[u, v]} to={[x, y]} code={seen.code(was)} />}
            <Mark x={x} y={y} code={seen.code(now)} chosen={i === chosen} />
          </g>
        );
      })}
    </g>
  );
}
