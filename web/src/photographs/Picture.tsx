import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { PhotoArea, PhotographOut } from "../api/schema";

const STEP = 0.01;
const TAP = 0.006;

const within = (share: number) => Math.min(1, Math.max(0, share));

/** The photograph: tap a point, drag an area, or move and widen it with the arrow keys. */
export function Picture({
  photograph,
  area,
  label,
  onArea,
}: {
  photograph: PhotographOut;
  area: PhotoArea | null;
  label: string;
  onArea: (area: PhotoArea, done: boolean) => void;
}) {
  const start = useRef<{ x: number; y: number } | null>(null);
  const at = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: within((event.clientX - box.left) / box.width),
      y: within((event.clientY - box.top) / box.height),
    };
  };
  const drag = (event: PointerEvent<HTMLElement>, done: boolean) => {
    const from = start.current;
    if (!from) return;
    const to = at(event);
    const width = Math.abs(to.x - from.x);
    const height = Math.abs(to.y - from.y);
    const point = width < TAP && height < TAP;
    onArea(
      point
        ? { left: from.x, top: from.y, width: 0, height: 0 }
        : { left: Math.min(from.x, to.x), top: Math.min(from.y, to.y), width, height },
      done,
    );
    if (done) start.current = null;
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
      event.key
    ];
    if (!by) return;
    event.preventDefault();
    const [dx = 0, dy = 0] = by;
    const now = area ?? { left: 0.5, top: 0.5, width: 0, height: 0 };
    const wider = event.shiftKey;
    onArea(
      {
        left: wider ? now.left : within(now.left + dx * STEP),
        top: wider ? now.top : within(now.top + dy * STEP),
        width: wider ? within(now.width + dx * STEP) : now.width,
        height: wider ? within(now.height + dy * STEP) : now.height,
      },
      true,
    );
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: no element is a picture to point into
    <div
      role="group"
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: arrow keys move the point
      tabIndex={0}
      data-testid="photograph"
      onKeyDown={press}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = at(event);
        drag(event, false);
      }}
      onPointerMove={(event) => drag(event, false)}
      onPointerUp={(event) => drag(event, true)}
      onPointerCancel={() => {
        start.current = null;
      }}
      className="relative cursor-crosshair touch-none select-none"
      style={{
        aspectRatio: `${photograph.width} / ${photograph.height}`,
        maxHeight: "100%",
        maxWidth: "100%",
        height: photograph.width >= photograph.height ? undefined : "100%",
        width: photograph.width >= photograph.height ? "100%" : undefined,
      }}
    >
      <img
        src={`/api/photographs/${photograph.id}/image`}
        alt={photograph.name}
        draggable={false}
        className="block h-full w-full"
      />
      {photograph.card_area && (
        <Frame area={photograph.card_area}>
          <span className="absolute top-full right-0 whitespace-nowrap bg-ink px-1 text-paper text-sm">
            {photograph.card} card
          </span>
        </Frame>
      )}
      {area && <Frame area={area} />}
    </div>
  );
}

/** An area marked in black and white; a point as a small ring. */
function Frame({ area, children }: { area: PhotoArea; children?: React.ReactNode }) {
  const point = !area.width && !area.height;
  return (
    <span
      aria-hidden="true"
      className={`pointer-events-none absolute outline-2 outline-black ring-2 ring-white ring-inset ${point ? "-ml-2.5 -mt-2.5 h-5 w-5 rounded-full" : ""}`}
      style={{
        left: `${100 * area.left}%`,
        top: `${100 * area.top}%`,
        ...(point
          ? {}
          : { width: `${100 * (area.width ?? 0)}%`, height: `${100 * (area.height ?? 0)}%` }),
      }}
    >
      {children}
    </span>
  );
}
