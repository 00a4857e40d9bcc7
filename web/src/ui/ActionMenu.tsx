import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";

export interface Action {
  says: string;
  /** What it does, or the file it fetches. */
  does: (() => void) | string;
  disabled?: boolean;
}

const ITEM =
  "flex min-h-11 w-full items-center px-4 text-left data-disabled:opacity-45 data-focus:bg-ink data-focus:text-paper";

/** A few things to do, or files to take away, behind one button. */
export function ActionMenu({
  says,
  icon,
  sign = <ChevronDown aria-hidden="true" size={16} />,
  actions,
  disabled = false,
  look = "paper",
  anchor = "bottom end",
  className = "",
}: {
  says: string;
  icon?: ReactNode;
  /** What behind the words tells that more opens. */
  sign?: ReactNode;
  actions: readonly Action[];
  disabled?: boolean;
  look?: "paper" | "slate";
  anchor?: "bottom start" | "bottom end";
  className?: string;
}) {
  return (
    <Menu>
      <MenuButton
        as={Button}
        look={look}
        className={`whitespace-nowrap no-underline ${className}`}
        disabled={disabled}
      >
        {icon} {says} {sign}
      </MenuButton>
      <MenuItems
        anchor={anchor}
        className="z-40 mt-1 bg-paper py-1 text-ink shadow-lg ring-1 ring-ink/40"
      >
        {actions.map(({ says, does, disabled = false }) => (
          <MenuItem key={says} disabled={disabled}>
            {typeof does === "string" ? (
              <a href={does} download className={ITEM}>
                {says}
              </a>
            ) : (
              <button type="button" className={ITEM} onClick={does}>
                {says}
              </button>
            )}
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
