import type { MixturesOut } from "../../api/schema";
import { differenceText } from "../../seen/difference";

const [WIDE, HIGH, ROOM] = [300, 150, 26];

/** How much better more tubes serve: one bar for each number, the knee named, tapped to choose. */
export function CurveOfTubes({
  found,
  chosen,
  least,
  most,
  onChoose,
}: {
  found: MixturesOut;
  chosen: number;
  least: number;
  most: number;
  onChoose: (tubes: number) => void;
}) {
  const points = found.curve.filter(({ tubes }) => tubes.length >= least && tubes.length <= most);
  const highest = Math.max(1, ...points.map(({ rms }) => rms));
  const step = WIDE / Math.max(points.length, 1);
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="leading-tight">How far off with so many tubes</legend>
      <div className="relative flex items-end" style={{ width: WIDE, height: HIGH }}>
        {points.map(({ tubes, rms, worst, within }) => {
          const count = tubes.length;
          const tall = Math.max(3, ((HIGH - 2 * ROOM) * rms) / highest);
          return (
            <button
              key={count}
              type="button"
              aria-pressed={count === chosen}
              aria-label={`${count} tubes: off by ΔE ${rms.toFixed(1)}, at the most ${worst.toFixed(1)}; ${within} passages true${count === found.knee ? "; from here more brings little" : ""}`}
              onClick={() => onChoose(count)}
              className="group flex h-full flex-col justify-end"
              style={{ width: step }}
            >
              <span aria-hidden="true" className="text-center text-sm">
                {rms.toFixed(1)}
              </span>
              <span
                aria-hidden="true"
                className="mx-1 block bg-ink/35 group-aria-pressed:bg-ink"
                style={{ height: tall }}
              />
              <span
                aria-hidden="true"
                className="text-center leading-6 group-aria-pressed:font-bold"
              >
                {count}
                {count === found.knee ? "\u00a0◂" : ""}
              </span>
            </button>
          );
        })}
      </div>
      <p className="max-w-xs text-ink-soft text-sm leading-snug">
        ◂ from here one tube more brings little. Now{" "}
        {differenceText(found.curve.find(({ tubes }) => tubes.length === chosen)?.rms ?? 0)}.
      </p>
    </fieldset>
  );
}
