import type { ReactNode } from "react";
import { neutral } from "../seen/neutrals";
import { swatchStyle } from "../seen/Swatch";
import { Ghost } from "./marks/Ghost";
import { Mark } from "./marks/Mark";
import { Ring } from "./marks/Ring";
import { Spot } from "./marks/Spot";

const WIDTH = 56;
const HEIGHT = 48;
const MIDDLE = [WIDTH / 2, HEIGHT / 2] as const;
const PAINT = neutral(3);

const across = { points: [[4, MIDDLE[1]] as const, [WIDTH - 4, MIDDLE[1]] as const], shares: [] };
const at = { x: MIDDLE[0], y: MIDDLE[1], code: PAINT };

const MARKS: ReadonlyArray<readonly [ReactNode, string]> = [
  [<Mark key="" {...at} />, "A mixture, or a paint as it comes from the tube."],
  [<Mark key="" {...at} chosen />, "The chosen one: larger, in a frame."],
  [<Spot key="" {...at} />, "A tint: the paint opened with white."],
  [<Spot key="" {...at} target />, "A target: what is to be mixed."],
  [
    <Ring key="" from={[14, 34]} to={[42, 14]} code={PAINT} />,
    "What was before, and the line to what is now.",
  ],
  [<Ghost key="" path={across} />, "What would be without it, or how far the tubes reach."],
  [
    <foreignObject key="" x={12} y={8} width={32} height={32}>
      <div className="h-full w-full" style={swatchStyle(PAINT, false)} />
    </foreignObject>,
    "A notched corner: this screen cannot show the colour truly.",
  ],
  [
    <g key="" fill="none">
      <rect x={12} y={8} width={32} height={32} stroke="#000000" strokeWidth={3} />
      <rect x={15} y={11} width={26} height={26} stroke="#ffffff" strokeWidth={3} />
    </g>,
    "The focus: what the keys act upon.",
  ],
];

/** One legend for every plot: the same thing looks the same everywhere. */
export function Legend() {
  return (
    <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1 sm:grid-cols-[auto_1fr_auto_1fr]">
      {MARKS.map(([mark, says]) => (
        <div key={says} className="contents">
          <dt className="bg-stage">
            <svg width={WIDTH} height={HEIGHT} aria-hidden="true" className="block">
              {mark}
            </svg>
          </dt>
          <dd className="leading-snug">{says}</dd>
        </div>
      ))}
    </dl>
  );
}
