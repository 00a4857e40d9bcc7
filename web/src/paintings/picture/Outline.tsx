import { useEffect, useRef } from "react";
import type { Recolouring } from "./recolour";

const DASH = 4;
const BLACK = [0, 0, 0, 255] as const;
const WHITE = [255, 255, 255, 255] as const;
const BRUSHED = [255, 255, 255, 110] as const;

/** The outlines of some passages, in black and white dashes; and what a brush has touched. */
export function Outline({
  painted,
  outlined,
  brushed,
  pieces,
}: {
  painted: Recolouring;
  outlined: readonly number[];
  brushed: ReadonlySet<number>;
  pieces: Uint16Array;
}) {
  const { width, height, own } = painted;
  const which = JSON.stringify(outlined);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawn = canvas.current?.getContext("2d");
    if (!drawn) return;
    const lines = new ImageData(width, height);
    const places = new Set(JSON.parse(which) as number[]);
    const same = (x: number, y: number, place: number) =>
      x >= 0 && y >= 0 && x < width && y < height && own[y * width + x] === place;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        if (brushed.has(pieces[i] as number)) lines.data.set(BRUSHED, 4 * i);
        const p = own[i] as number;
        if (!places.has(p)) continue;
        if (same(x + 1, y, p) && same(x - 1, y, p) && same(x, y + 1, p) && same(x, y - 1, p))
          continue;
        lines.data.set(Math.floor((x + y) / DASH) % 2 ? BLACK : WHITE, 4 * i);
      }
    drawn.putImageData(lines, 0, 0);
  }, [own, which, brushed, pieces, width, height]);
  return (
    <span aria-hidden="true" className="pointer-events-none absolute inset-0">
      <canvas ref={canvas} width={width} height={height} className="h-full w-full" />
    </span>
  );
}
