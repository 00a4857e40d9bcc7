import { Pin } from "lucide-react";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { GivingIn, HarmonisedOut, PassageIn } from "../../api/schema";
import { Swatch } from "../../seen/Swatch";
import { useAtOnce } from "../../ui/useAtOnce";
import { nameOf } from "../draft";
import type { Look } from "../PaintingPlots";
import { fractionOf, percent, shareAt } from "./shares";

const DRAG_FROM_PX = 4;
/** How far a patch is dragged for the whole way to the mother. */
const WHOLE_PX = 320;
const STEP = 0.01;
const COARSE = 10;

/** The passages as touching patches, before above and after below; a share is dragged sideways. */
export function ShareRun({
  passages,
  harmony,
  after,
  shares,
  giving,
  chosen,
  onChoose,
  onMove,
  onDrop,
}: {
  passages: readonly PassageIn[];
  harmony: readonly HarmonisedOut[];
  after: ReadonlyArray<Look | null>;
  shares: readonly number[];
  giving: GivingIn;
  chosen: number;
  onChoose: (place: number) => void;
  onMove: (place: number, share: number) => void;
  onDrop: () => void;
}) {
  const [shown, choose] = useAtOnce(chosen, onChoose);
  const drag = useRef<{ place: number; from: number; at: number; moved: boolean } | null>(null);
  const press = (event: PointerEvent, place: number) => {
    choose(place);
    const way = harmony[place]?.pull;
    if (!way) return;
    const at = fractionOf(way, shares[place] ?? 0);
    drag.current = { place, from: event.clientX, at, moved: false };
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  };
  const follow = (event: PointerEvent) => {
    const held = drag.current;
    const way = held && harmony[held.place]?.pull;
    if (!held || !way) return;
    const dx = event.clientX - held.from;
    if (!held.moved && Math.abs(dx) < DRAG_FROM_PX) return;
    held.moved = true;
    onMove(held.place, shareAt(way, held.at + dx / WHOLE_PX));
  };
  const release = () => {
    if (drag.current?.moved) onDrop();
    drag.current = null;
  };
  const key = (event: KeyboardEvent, place: number) => {
    const by = event.shiftKey ? COARSE : 1;
    const steps = { ArrowLeft: -by, ArrowDown: -by, ArrowRight: by, ArrowUp: by }[event.key];
    const way = harmony[place]?.pull;
    if (steps === undefined || !way) return;
    event.preventDefault();
    onMove(place, shareAt(way, fractionOf(way, shares[place] ?? 0) + steps * STEP));
    onDrop();
  };
  return (
    <section aria-label="The run" className="select-none overflow-x-auto px-4 pb-3">
      <ol className="flex min-w-fit">
        {passages.map((_, place) => {
          const each = harmony[place];
          const look = after[place];
          const pinned = giving.pins.some((pin) => pin.place === place);
          const share = shares[place] ?? 0;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a passage is its place
            <li key={place} className="flex min-w-16 flex-1 flex-col">
              <div
                role="slider"
                tabIndex={0}
                aria-label={`Share of the mother in ${nameOf(passages, place)}${pinned ? ", held" : ""}`}
                aria-valuemin={0}
                aria-valuemax={100}
                aria-valuenow={Math.round(share * 1000) / 10}
                aria-valuetext={`${percent(share)}${each?.after ? `; ${each.after.munsell}, ${each.after.name}` : ""}`}
                aria-disabled={!each?.pull}
                data-share={place}
                onPointerDown={(event) => press(event, place)}
                onPointerMove={follow}
                onPointerUp={release}
                onPointerCancel={release}
                onFocus={() => choose(place)}
                onKeyDown={(event) => key(event, place)}
                className={`touch-none ${each?.pull ? "cursor-ew-resize" : "cursor-pointer"}`}
              >
                {each?.before ? (
                  <Swatch colour={each.before} notched className="h-8 w-full" />
                ) : (
                  <span className="hatched block h-8 w-full" />
                )}
                {look ? (
                  <Swatch
                    colour={look}
                    // One colour on its own is one patch, with one corner to notch.
                    notched={look.srgb !== each?.before?.srgb}
                    className="h-14 w-full"
                  />
                ) : (
                  <span className="hatched block h-14 w-full" />
                )}
              </div>
              <span
                className={`flex flex-1 flex-col overflow-hidden border-t-4 bg-paper px-1 pb-1 text-center leading-tight ${place === shown ? "border-ink font-bold" : "border-transparent"}`}
              >
                <span className="line-clamp-2 hyphens-auto text-sm wrap-break-word">
                  {nameOf(passages, place)}
                </span>
                {each?.pull && (
                  <span className="flex items-center justify-center gap-1">
                    {pinned && <Pin size={14} role="img" aria-label="held" />}
                    {percent(share)}
                  </span>
                )}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
