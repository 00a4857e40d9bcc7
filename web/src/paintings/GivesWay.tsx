import { TriangleAlert } from "lucide-react";

/** The wishes that cannot be had, one below the other. */
export function GivesWay({ wishes }: { wishes: readonly string[] }) {
  return (
    <ul>
      {wishes.map((wish) => (
        <li key={wish} className="flex items-start gap-2 font-bold leading-tight">
          <TriangleAlert role="img" aria-label="gives way" size={16} className="mt-0.5 shrink-0" />
          {wish}
        </li>
      ))}
    </ul>
  );
}
