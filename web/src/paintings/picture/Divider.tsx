import { type KeyboardEvent, type PointerEvent, useRef } from "react";

const STEP = 0.02;
const COARSE = 5;

/** The line between before and after: dragged across the picture, or moved with the arrow keys. */
export function Divider({
  at,
  says,
  onMove,
}: {
  /** In shares of the width. */
  at: number;
  says: readonly [before: string, after: string];
  onMove: (to: number) => void;
}) {
  const held = useRef(false);
  const follow = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.parentElement?.getBoundingClientRect();
    if (held.current && box)
      onMove(Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)));
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, Home: -1 / STEP, End: 1 / STEP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onMove(Math.min(1, Math.max(0, at + by * STEP * (event.shiftKey ? COARSE : 1))));
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${says[0]} left, ${says[1]} right of the line`}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(100 * at)}
      data-testid="divider"
      onKeyDown={press}
      onPointerDown={(event) => {
        held.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={follow}
      onPointerUp={() => {
        held.current = false;
      }}
      onPointerCancel={() => {
        held.current = false;
      }}
      className="-ml-[22px] absolute inset-y-0 w-11 cursor-ew-resize touch-none"
      style={{ left: `${100 * at}%` }}
    >
      <span
        aria-hidden="true"
        className="-translate-x-1/2 absolute inset-y-0 left-1/2 w-1 border-white border-x bg-black"
      />
      <span
        aria-hidden="true"
        className="-translate-x-1/2 absolute bottom-3 left-1/2 h-8 w-3 bg-black ring-1 ring-white"
      />
    </div>
  );
}
