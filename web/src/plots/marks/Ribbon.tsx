import { memo } from "react";
import { breaks, type Path } from "./path";

/** A mixing line in the colours of its mixtures, with an edge that shows on any surround. */
export const Ribbon = memo(function Ribbon({
  path,
  codes,
  width = 7,
  edge = 0.55,
}: {
  path: Path;
  codes: readonly string[];
  width?: number;
  /** How much of the edge is seen; none at 0. */
  edge?: number;
}) {
  const { points } = path;
  const pieces = points
    .slice(1)
    .map((to, i) => ({ from: points[i] as typeof to, to, i }))
    .filter(({ i }) => !breaks(path, i + 1));
  const outline = pieces.map(({ from, to }) => `M${from[0]} ${from[1]}L${to[0]} ${to[1]}`).join("");
  return (
    <g strokeLinecap="round">
      {edge > 0 && (
        <path
          d={outline}
          stroke="var(--stage-ink)"
          strokeWidth={width + 2}
          fill="none"
          opacity={edge}
        />
      )}
      {pieces.map(({ from, to, i }) => (
        <line
          key={i}
          x1={from[0]}
          y1={from[1]}
          x2={to[0]}
          y2={to[1]}
          stroke={codes[i]}
          strokeWidth={width}
        />
      ))}
    </g>
  );
});
