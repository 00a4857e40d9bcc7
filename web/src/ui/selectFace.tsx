import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import type { Options } from "./Choice";

export interface SelectProps<T extends string> {
  label: string;
  options: Options<T>;
  value: T;
  onChoose: (value: T) => void;
  icon?: ReactNode;
  look?: keyof typeof LOOKS;
  className?: string;
}

const LOOKS = {
  slate: "text-chalk hover:bg-slate-high data-open:bg-slate-high",
  paper: "text-ink hover:bg-paper-deep data-open:bg-paper-deep",
} as const;

/** What a list looks like while it is closed. */
export function selectFace<T extends string>({
  options,
  value,
  icon,
  look = "slate",
  className = "",
}: SelectProps<T>) {
  const name = options.find(([key]) => key === value)?.[1] ?? value;
  return {
    name,
    className: `flex min-h-11 items-center gap-2 whitespace-nowrap rounded-sm px-3 ${LOOKS[look]} ${className}`,
    face: (
      <>
        {icon}
        <span className="flex-1 text-left">{name}</span>
        <ChevronDown aria-hidden="true" size={16} className="shrink-0" />
      </>
    ),
  };
}
