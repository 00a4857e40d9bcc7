import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";

export type Options<T extends string> = ReadonlyArray<readonly [T, string]>;

interface Props<T extends string> {
  label: string;
  options: Options<T>;
  value: T;
  onChoose: (value: T) => void;
}

/** A few options side by side. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChoose,
  look = "slate",
  className = "",
}: Props<T> & { look?: "slate" | "paper" | "stage"; className?: string }) {
  return (
    <fieldset className={`flex ${className}`} aria-label={label}>
      {options.map(([key, name]) => (
        <Button
          key={key}
          look={look}
          aria-pressed={value === key}
          className="flex-auto whitespace-nowrap no-underline"
          onClick={() => onChoose(key)}
        >
          {name}
        </Button>
      ))}
    </fieldset>
  );
}

const LOOKS = {
  slate: "text-chalk hover:bg-slate-high data-open:bg-slate-high",
  paper: "text-ink hover:bg-paper-deep data-open:bg-paper-deep",
} as const;

/** Many options behind one button, which says what is chosen. */
export function Select<T extends string>({
  label,
  options,
  value,
  onChoose,
  icon,
  look = "slate",
  className = "",
}: Props<T> & { icon?: ReactNode; look?: keyof typeof LOOKS; className?: string }) {
  const name = options.find(([key]) => key === value)?.[1] ?? value;
  return (
    <Listbox value={value} onChange={onChoose}>
      <ListboxButton
        aria-label={`${label}: ${name}`}
        className={`flex min-h-11 items-center gap-2 whitespace-nowrap rounded-sm px-3 ${LOOKS[look]} ${className}`}
      >
        {icon}
        <span className="flex-1 text-left">{name}</span>
        <ChevronDown aria-hidden="true" size={16} className="shrink-0" />
      </ListboxButton>
      <ListboxOptions
        anchor="bottom end"
        className="z-40 mt-1 bg-paper py-1 text-ink shadow-lg ring-1 ring-ink/40"
      >
        {options.map(([key, text]) => (
          <ListboxOption
            key={key}
            value={key}
            className="flex min-h-11 cursor-pointer items-center px-4 data-focus:bg-ink data-focus:text-paper data-selected:font-bold"
          >
            {text}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
