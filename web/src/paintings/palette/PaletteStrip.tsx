import type { PaletteLook } from "../../api/schema";
import { Swatch } from "../../seen/Swatch";

/** A kept palette as touching fields, each as wide as its share of the surface. */
export function PaletteStrip({
  palette,
  className = "",
}: {
  palette: readonly PaletteLook[];
  className?: string;
}) {
  if (palette.length === 0)
    return <span className={`hatched block bg-stage ${className}`}>Not finished yet</span>;
  return (
    <span aria-hidden="true" className={`flex bg-stage ${className}`}>
      {palette.map((look, i) => (
        <Swatch
          // biome-ignore lint/suspicious/noArrayIndexKey: a passage is its place
          key={i}
          colour={look.look}
          className="h-full min-w-1.5"
          style={{ flexGrow: Math.max(look.area, 0.005) }}
        />
      ))}
    </span>
  );
}
