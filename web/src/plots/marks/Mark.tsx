const SIZE = 22;
const CHOSEN = 34;
const GAP = 4;

/** A mixture or a masstone: a square without an outline. The chosen one is larger, in a frame. */
export function Mark({
  x,
  y,
  code,
  chosen = false,
  size = chosen ? CHOSEN : SIZE,
  held = false,
}: {
  x: number;
  y: number;
  code: string;
  chosen?: boolean;
  size?: number;
  /** Whether a hand has it now: it is where the hand is, and does not follow after. */
  held?: boolean;
}) {
  const frame = size + 2 * GAP;
  return (
    <g className={held ? "" : "moves"} style={{ transform: `translate(${x}px, ${y}px)` }}>
      {chosen && (
        <rect
          x={-frame / 2}
          y={-frame / 2}
          width={frame}
          height={frame}
          fill="var(--stage)"
          stroke="var(--stage-ink)"
          strokeWidth={1.5}
        />
      )}
      <rect x={-size / 2} y={-size / 2} width={size} height={size} fill={code} />
    </g>
  );
}
