import type { CSSProperties } from "react";
import type { Swatch as Told } from "../api/schema";
import { useSeen } from "./useSeen";

/** A colour as the server tells it: on a screen, as its value alone, and whether a screen has it. */
export type Colour = Told;

/** A notch in the corner says that the screen cannot show the colour truly. */
const NOTCH = "polygon(0 0, calc(100% - 14px) 0, 100% 14px, 100% 100%, 0 100%)";

export function swatchStyle(srgb: string, inGamut: boolean): CSSProperties {
  return { backgroundColor: srgb, clipPath: inGamut ? undefined : NOTCH };
}

/** A colour as the painter wants to see it now: plain, squinted, or in the white test. */
export function useSwatchStyle(colour: Colour, notched = true): CSSProperties {
  const seen = useSeen();
  return swatchStyle(seen.code(colour), seen.truly(colour) || !notched);
}

/** A flat patch of one colour. Its colour is named in text beside it, so it is hidden itself. */
export function Swatch({
  colour,
  notched = false,
  className = "",
  style,
}: {
  colour: Colour;
  /** Whether the notch is shown; a patch too small for it leaves it out. */
  notched?: boolean;
  className?: string;
  style?: CSSProperties;
}) {
  const look = useSwatchStyle(colour, notched);
  return <span aria-hidden="true" className={`block ${className}`} style={{ ...look, ...style }} />;
}

/** Masstone above, tint below, or side by side. */
export function Chip({
  masstone,
  tint,
  className = "",
}: {
  masstone: Colour;
  tint: Colour;
  className?: string;
}) {
  return (
    <span aria-hidden="true" className={`flex ${className}`}>
      <Swatch colour={masstone} className="flex-[2]" />
      <Swatch colour={tint} className="flex-1" />
    </span>
  );
}
