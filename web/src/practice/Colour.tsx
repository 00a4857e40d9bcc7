import type { Swatch } from "../api/schema";

/** A colour as it is: no squint, no white test, no other light may answer for the eye. */
export function Colour({ swatch, className = "" }: { swatch: Swatch; className?: string }) {
  return (
    <span
      aria-hidden="true"
      className={`block ${className}`}
      style={{ backgroundColor: swatch.srgb }}
    />
  );
}

/** What marks a choice once it is judged: the right one, and the one that was taken. */
export function markOf(id: string, right: string | null, taken: string | null): string {
  if (right === null) return "";
  if (id === right) return "ring-4 ring-black outline-4 outline-white z-10";
  return id === taken ? "ring-4 ring-black/40 z-5" : "";
}
