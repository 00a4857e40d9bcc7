import { breaks, type Path } from "./path";

/** What would be without something: a thin dashed line. */
export function Ghost({ path }: { path: Path }) {
  const drawn = path.points
    .map(([x, y], i) => `${i === 0 || breaks(path, i) ? "M" : "L"}${x} ${y}`)
    .join("");
  return (
    <path d={drawn} fill="none" stroke="var(--stage-ink)" strokeWidth={1.5} strokeDasharray="6 4" />
  );
}
