import { ChevronDown } from "lucide-react";
import { Button } from "./Button";

/** What is set once, in one line that says its state; a tap unfolds it, another folds it again. */
export function Fold({
  label,
  says,
  open,
  onOpen,
  className = "min-w-48",
}: {
  label: string;
  says: readonly string[];
  open: boolean;
  onOpen: (open: boolean) => void;
  className?: string;
}) {
  const told = says.filter(Boolean).join(", ");
  return (
    <Button
      aria-expanded={open}
      aria-label={`${label}: ${told}`}
      className={`flex-1 justify-start! text-left ${className}`}
      onClick={() => onOpen(!open)}
    >
      <span className="min-w-0 leading-tight">
        {told.charAt(0).toUpperCase()}
        {told.slice(1)}
      </span>
      <ChevronDown
        aria-hidden="true"
        size={18}
        className={`shrink-0 ${open ? "rotate-180" : ""}`}
      />
    </Button>
  );
}
