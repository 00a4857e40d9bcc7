import { Pin } from "lucide-react";
import { type KeyboardEvent, memo, type PointerEvent, useRef } from "react";
import type { TrailOut } from "../../api/schema";
import { useSteps } from "../../plots/steps";
import { between, moveAlong, partsInWords, partsText, roughParts, sample } from "../../plots/trail";
import { differenceShort } from "../../seen/difference";
import { type Colour, Swatch, swatchStyle } from "../../seen/Swatch";
import { useSeen } from "../../seen/useSeen";
import type { Beside } from "./comparison";
import type { Scale } from "./scale";

const POINTS = 200;
const COARSE = 10;
const DRAG_FROM_PX = 4;

/** The run: the steps as touching patches in order, each with its parts and its notation. */
export const Run = memo(function Run({
  scale,
  trail,
  beside,
}: {
  scale: Scale;
  trail: TrailOut;
  beside: Beside | null;
}) {
  const { shares, selected, select, moving, move, drop } = useSteps();
  const seen = useSeen();
  const row = useRef<HTMLDivElement>(null);
  const drag = useRef<{ index: number; from: number; share: number; moved: boolean } | null>(null);
  const last = shares.length - 1;

  const press = (event: PointerEvent, index: number) => {
    select(index);
    drag.current = { index, from: event.clientX, share: shares[index] as number, moved: false };
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  };
  const follow = (event: PointerEvent) => {
    const held = drag.current;
    if (!held || !row.current || held.index === 0 || held.index === last) return;
    const dx = event.clientX - held.from;
    if (!held.moved && Math.abs(dx) < DRAG_FROM_PX) return;
    held.moved = true;
    const points = (dx / row.current.clientWidth) * POINTS;
    move(held.index, between(shares, held.index, moveAlong(trail, held.share, points)));
  };
  const release = () => {
    if (drag.current?.moved) drop();
    drag.current = null;
  };
  const key = (event: KeyboardEvent, index: number) => {
    const by = event.shiftKey ? COARSE : 1;
    const points = { ArrowLeft: -by, ArrowDown: -by, ArrowRight: by, ArrowUp: by }[event.key];
    if (points === undefined) return;
    event.preventDefault();
    if (index === 0 || index === last) return;
    move(index, between(shares, index, moveAlong(trail, shares[index] as number, points)));
    drop();
  };

  return (
    <section
      aria-label="The run"
      // What scrolls sideways cuts off above as well: the ring around a focused step has room there.
      className="-mt-1.5 shrink-0 select-none overflow-x-auto px-4 pt-1.5 pb-3 max-md:px-0"
    >
      {/* The chosen step stands tall by its scale alone: nothing is laid out while another grows. */}
      <div ref={row} className="flex h-24">
        {shares.map((share, i) => {
          const at = sample(trail, share);
          const step = scale.steps[i];
          if (!step) return null;
          const words = moving === i ? roughParts(share) : partsInWords(step);
          return (
            <div
              // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the row
              key={i}
              role="slider"
              tabIndex={0}
              aria-label={`Step ${i + 1} of ${shares.length}${step.pinned ? ", pinned" : ""}`}
              aria-valuemin={0}
              aria-valuemax={100}
              aria-valuenow={Math.round(share * 1000) / 10}
              aria-valuetext={`${words}. ${step.look.munsell}, ${step.look.name}`}
              aria-readonly={i === 0 || i === last}
              data-run-step={i}
              onPointerDown={(event) => press(event, i)}
              onPointerMove={follow}
              onPointerUp={release}
              onPointerCancel={release}
              onFocus={() => select(i)}
              onKeyDown={(event) => key(event, i)}
              className={`h-full min-w-11 flex-1 origin-bottom touch-none transition-[scale] duration-150 motion-reduce:transition-none ${i === selected ? "" : "scale-y-[83.3333%]"} ${i === 0 || i === last ? "cursor-pointer" : "cursor-ew-resize"}`}
              style={swatchStyle(seen.code(at), seen.truly(at))}
            />
          );
        })}
      </div>
      {beside && <BesideRow beside={beside} />}
      <ol className="flex bg-paper pb-1 text-center">
        {shares.map((share, i) => {
          const step = scale.steps[i];
          if (!step) return null;
          const chosen = i === selected;
          const nearest = i === scale.neutral.step && scale.neutral.among_steps;
          return (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the row
              key={i}
              className={`min-w-11 flex-1 overflow-hidden border-t-4 px-0.5 leading-tight ${chosen ? "border-ink" : "border-transparent"}`}
            >
              <span className="block pt-0.5 font-bold" data-parts={i}>
                {moving === i ? roughParts(share) : partsText(step)}
              </span>
              <Notation munsell={step.look.munsell} />
              <span className="flex min-h-5 items-center justify-center text-sm">
                {step.pinned && <Pin size={14} role="img" aria-label="pinned" />}
                {nearest ? "greyest" : ""}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
});

/** Another scale patch by patch under the run, with the difference at each joint. */
function BesideRow({ beside }: { beside: Beside }) {
  return (
    <section aria-label={`Beside it: ${beside.name}`}>
      <div className="flex h-14">
        {beside.patches.map((patch: Colour, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place in the row
          <Swatch key={i} colour={patch} notched className="flex-1" />
        ))}
      </div>
      {beside.deltaE ? (
        <ol
          className="flex bg-slate-deep py-0.5 text-center text-chalk text-sm"
          data-testid="differences"
        >
          {beside.deltaE.map((difference, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a difference is its place in the row
            <li key={i} className="min-w-0 flex-1 whitespace-nowrap">
              ΔE {difference < 10 ? difference.toFixed(1) : Math.round(difference)}
              <span className="block">{differenceShort(difference)}</span>
            </li>
          ))}
        </ol>
      ) : (
        <p className="bg-slate-deep px-3 py-0.5 text-chalk text-sm">{beside.name}</p>
      )}
    </section>
  );
}

/** A notation on two lines, hue over value and chroma, so that it stands in a narrow patch; on
 * three where even that is too wide. */
function Notation({ munsell }: { munsell: string }) {
  const [hue, rest = ""] = munsell.split(" ");
  const [value, chroma] = rest.split("/");
  return (
    <span className="block text-ink-soft text-sm leading-[1.1]">
      {hue}
      <br />
      {value}
      {chroma && (
        <>
          /<wbr />
          {chroma}
        </>
      )}
    </span>
  );
}
