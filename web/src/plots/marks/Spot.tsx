const RADIUS = 9;

/** A tint or a target: a circle. A target is ringed, since it is to be hit. */
export function Spot({
  x,
  y,
  code,
  r = RADIUS,
  target = false,
}: {
  x: number;
  y: number;
  code: string;
  r?: number;
  target?: boolean;
}) {
  return (
    <g transform={`translate(${x} ${y})`}>
      {target && (
        <circle r={r + 4} fill="var(--stage)" stroke="var(--stage-ink)" strokeWidth={1.5} />
      )}
      <circle r={r} fill={code} />
    </g>
  );
}
