import type { ChartOut } from "../../api/schema";

/** The place of the thickness that is nearest in ratio. */
export function nearestTo(coats: readonly number[], wanted: number): number {
  let best = 0;
  coats.forEach((each, i) => {
    const away = Math.abs(Math.log(each / wanted));
    if (away < Math.abs(Math.log((coats[best] ?? each) / wanted))) best = i;
  });
  return best;
}

/** How thick the glazes of a chart are laid, by a slider over what was sent ahead. */
export function Thickness({
  ahead,
  at,
  onMove,
  onDrop,
}: {
  ahead: NonNullable<ChartOut["layers"]>;
  at: number;
  onMove: (at: number) => void;
  onDrop: () => void;
}) {
  return (
    <label className="flex items-center gap-3 px-4 pt-3 text-stage-ink">
      <span className="shrink-0">Glazed</span>
      <input
        type="range"
        aria-label="Thickness of the glazes"
        aria-valuetext={ahead.laid[at]}
        min={0}
        max={ahead.coats.length - 1}
        value={at}
        onChange={(event) => onMove(Number(event.target.value))}
        onPointerUp={onDrop}
        onKeyUp={onDrop}
        onBlur={onDrop}
        className="h-11 min-w-24 flex-1 accent-stage-ink"
      />
      <output className="w-56 shrink-0 font-bold">{ahead.laid[at]}</output>
    </label>
  );
}
