import { useEffect, useRef } from "react";
import type { Recolouring } from "./recolour";

const DASH = 4;
const BLACK = [0, 0, 0, 255] as const;
const WHITE = [255, 255, 255, 255] as const;
const BRUSHED = [255, 255, 255, 110] as const;

/** The outline of the chosen passage, in black and white dashes; and what a brush has touched. */
export function Outline({
  painted,
  chosen,
  brushed,
  pieces,
}: {
  painted: Recolouring;
  chosen: number;
  brushed: ReadonlySet<number>;
  pieces: Uint16Array;
}) {
  const { width, height, own } = painted;
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawn = canvas.current?.getContext("2d");
    if (!drawn) return;
    const lines = new ImageData(width, height);
    const mine = (x: number, y: number) =>
      x >= 0 && y >= 0 && x < width && y < height && own[y * width + x] === chosen;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        if (brushed.has(pieces[i] as number)) lines.data.set(BRUSHED, 4 * i);
        if (own[i] !== chosen) continue;
        if (mine(x + 1, y) && mine(x - 1, y) && mine(x, y + 1) && mine(x, y - 1)) continue;
        lines.data.set(Math.floor((x + y) / DASH) % 2 ? BLACK : WHITE, 4 * i);
      }
    drawn.putImageData(lines, 0, 0);
  }, [own, chosen, brushed, pieces, width, height]);
  return (
    <span aria-hidden="true" className="pointer-events-none absolute inset-0">
      <canvas ref={canvas} width={width} height={height} className="h-full w-full" />
    </span>
  );
}
