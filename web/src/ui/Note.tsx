import { TriangleAlert } from "lucide-react";
import type { ReactNode } from "react";

/** Something to mend: told by an icon, weight and a rule, never by a hue. */
export function Note({ children }: { children: ReactNode }) {
  return (
    <p
      role="alert"
      className="flex items-start gap-2 border-ink border-l-4 bg-paper-deep p-3 text-ink"
    >
      <TriangleAlert aria-hidden="true" size={20} className="mt-0.5 shrink-0" />
      <span>{children}</span>
    </p>
  );
}
