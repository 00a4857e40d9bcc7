import { memo, useMemo } from "react";
import type { Spot } from "../../plots/Plot";
import { blend } from "../../plots/trail";
import type { Triad } from "./field";
import { latticeIndex } from "./field";
import type { Place } from "./triangle";

const PATCHES = 8;

/** The lattice as small triangles, each in the middle colour of its corners. */
export const Mesh = memo(function Mesh({
  triad,
  codes,
  spot,
}: {
  triad: Triad;
  codes: readonly string[];
  spot: (index: number) => Spot;
}) {
  const cells = useMemo(() => cellsOf(triad.field.level), [triad.field.level]);
  return (
    <g>
      {cells.map(([a, b, c]) => {
        const middle = blend(
          blend(codes[a] as string, codes[b] as string, 0.5),
          codes[c] as string,
          1 / 3,
        );
        const points = [a, b, c].map((index) => spot(index).join(",")).join(" ");
        return (
          <polygon
            key={`${a} ${b} ${c}`}
            points={points}
            fill={middle}
            stroke={middle}
            strokeWidth={0.7}
          />
        );
      })}
    </g>
  );
});

function cellsOf(level: number): Array<[number, number, number]> {
  const cells: Array<[number, number, number]> = [];
  for (let i = 0; i < level; i += 1)
    for (let j = 0; i + j < level; j += 1) {
      const at = (a: number, b: number) => latticeIndex(level, a, b);
      cells.push([at(i, j), at(i + 1, j), at(i, j + 1)]);
      if (i + j < level - 1) cells.push([at(i + 1, j + 1), at(i + 1, j), at(i, j + 1)]);
    }
  return cells;
}

/** Patches as a painter would lay them: hexagons of mixtures that touch. */
export const Patches = memo(function Patches({
  triad,
  codes,
  place,
  side,
}: {
  triad: Triad;
  codes: readonly string[];
  place: Place;
  side: number;
}) {
  const every = triad.field.level / PATCHES;
  const radius = side / PATCHES / Math.sqrt(3);
  const hexagon = Array.from({ length: 6 }, (_, k) => {
    const turn = (Math.PI / 3) * k + Math.PI / 6;
    return [Math.cos(turn) * radius, Math.sin(turn) * radius] as const;
  });
  return (
    <g>
      {triad.field.point.map((point, index) => {
        const steps = point.map((share) => (share * triad.field.level) / every);
        if (steps.some((step) => Math.abs(step - Math.round(step)) > 1e-3)) return null;
        const [x, y] = place(point);
        return (
          <polygon
            key={steps.map(Math.round).join(" ")}
            points={hexagon.map(([dx, dy]) => `${x + dx},${y + dy}`).join(" ")}
            fill={codes[index]}
          />
        );
      })}
    </g>
  );
});

export const ChromaLines = memo(function ChromaLines({
  triad,
  place,
}: {
  triad: Triad;
  place: Place;
}) {
  const paths = triad.lines.map((line) => ({
    chroma: line.chroma,
    d: line.pieces
      .map((piece) => {
        const [from, to] = piece.map((p) => place(p));
        return from && to ? `M${from[0]} ${from[1]}L${to[0]} ${to[1]}` : "";
      })
      .join(""),
  }));
  // Dark and light together are seen on any paint, and neither has a hue.
  return (
    <g fill="none">
      {paths.map(({ chroma, d }) => (
        <g key={chroma} strokeOpacity={chroma % 20 ? 0.3 : 0.7}>
          <path d={d} stroke="#000000" strokeWidth={2.5} />
          <path d={d} stroke="#ffffff" strokeWidth={1} />
        </g>
      ))}
    </g>
  );
});
