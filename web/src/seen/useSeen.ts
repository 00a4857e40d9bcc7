import { useMemo } from "react";
import type { Line, Swatch } from "../api/schema";
import { useViewing } from "./viewing";

/** How colours are seen just now: plain, by their value alone, or opened in the white test. */
export interface Seen {
  /** The screen code of a colour; what cannot be opened stays as it is. */
  code: (colour: Swatch) => string;
  /** The screen codes of a line's points. */
  codes: (line: Line) => readonly string[];
  /** Whether the screen shows a colour truly; a neutral is always true enough. */
  truly: (colour: Swatch) => boolean;
}

/** The one place that knows of squint and white test, so that no view forgets one. */
export function useSeen(): Seen {
  const { squint, whiteTest } = useViewing();
  return useMemo(() => {
    const opens = ({ opened_srgb }: Swatch) => whiteTest && typeof opened_srgb === "string";
    return {
      code: (colour) =>
        squint ? colour.value_srgb : opens(colour) ? (colour.opened_srgb as string) : colour.srgb,
      codes: (line) => (squint ? line.value_srgb : whiteTest ? line.opened_srgb : line.srgb),
      truly: (colour) => squint || opens(colour) || colour.in_gamut,
    };
  }, [squint, whiteTest]);
}
