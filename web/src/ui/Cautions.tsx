import { TriangleAlert } from "lucide-react";

/**
 * The usual cautions, always in sight where paint is chosen, mixed or thinned. An answer that was
 * kept by an older client holds none.
 */
export function Cautions({ says }: { says: readonly string[] | undefined }) {
  if (!says?.length) return null;
  return (
    <section aria-label="Cautions" className="mt-3 flex gap-2 border-l-4 pl-2 text-sm leading-snug">
      <TriangleAlert aria-hidden="true" size={18} className="mt-0.5 shrink-0" />
      <ul className="min-w-0 flex-1">
        {says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </section>
  );
}
