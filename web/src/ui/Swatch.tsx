import type { CSSProperties } from "react";

/** A notch in the corner says that the screen cannot show the colour truly. */
const NOTCH = "polygon(0 0, calc(100% - 14px) 0, 100% 14px, 100% 100%, 0 100%)";

export function swatchStyle(srgb: string, inGamut: boolean): CSSProperties {
  return { backgroundColor: srgb, clipPath: inGamut ? undefined : NOTCH };
}

/** A flat patch of one colour. Its colour is named in text beside it, so it is hidden itself. */
export function Swatch({
  srgb,
  inGamut = true,
  className = "",
}: {
  srgb: string;
  inGamut?: boolean;
  className?: string;
}) {
  return (
    <span aria-hidden="true" className={`block ${className}`} style={swatchStyle(srgb, inGamut)} />
  );
}
