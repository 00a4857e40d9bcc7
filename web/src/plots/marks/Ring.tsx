/** What was before: a ring in its colour, on a line that leads to what is now. */
export function Ring({
  from,
  to,
  code,
  r = 7,
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  code: string;
  r?: number;
}) {
  return (
    <g>
      <line
        x1={from[0]}
        y1={from[1]}
        x2={to[0]}
        y2={to[1]}
        stroke="var(--stage-ink)"
        strokeWidth={1.5}
      />
      <circle cx={from[0]} cy={from[1]} r={r} fill="var(--stage)" stroke={code} strokeWidth={5} />
    </g>
  );
}
