import { DARKEST_STAGE, neutral } from "../../seen/neutrals";

const WIDTH = 12;
export const VALUES = [1, 2, 3, 4, 5, 6, 7, 8, 9];

/** Lightness of a Munsell value, near enough for ticks on an axis of L*. */
export const lightnessOf = (value: number) => value * 10 + 1;

/** The neutral axis in the greys that it stands for, labelled at a few of them. */
export function NeutralAxis({ x, y }: { x: number; y: (lightness: number) => number }) {
  const top = (value: number) => y(lightnessOf(value + 0.5));
  const foot = (value: number) => y(lightnessOf(value - 0.5));
  return (
    <g>
      {VALUES.filter((value) => value >= DARKEST_STAGE).map((value) => (
        <rect
          key={value}
          x={x - WIDTH / 2}
          width={WIDTH}
          y={top(value)}
          height={foot(value) - top(value)}
          fill={neutral(value)}
        />
      ))}
      <rect
        x={x - WIDTH / 2}
        width={WIDTH}
        y={top(9)}
        height={foot(DARKEST_STAGE) - top(9)}
        fill="none"
        stroke="var(--stage-ink)"
        strokeOpacity={0.6}
      />
      <text x={x + WIDTH / 2 + 5} y={top(9) + 12}>
        value
      </text>
      {[2, 5, 8].map((value) => (
        <text key={value} x={x + WIDTH / 2 + 5} y={y(lightnessOf(value)) + 5}>
          {value}
        </text>
      ))}
    </g>
  );
}
