import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";

/** Files to take away, behind one button. */
export function DownloadMenu({
  icon,
  says,
  files,
  disabled = false,
  look = "paper",
  className = "",
}: {
  icon: ReactNode;
  says: string;
  /** Address and what it is. */
  files: ReadonlyArray<readonly [string, string]>;
  disabled?: boolean;
  look?: "paper" | "slate";
  className?: string;
}) {
  return (
    <Menu>
      <MenuButton
        as={Button}
        look={look}
        className={`whitespace-nowrap ${className}`}
        disabled={disabled}
      >
        {icon} {says}
        <ChevronDown aria-hidden="true" size={16} />
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-40 mt-1 bg-paper py-1 text-ink shadow-lg ring-1 ring-ink/40"
      >
        {files.map(([href, name]) => (
          <MenuItem key={href}>
            <a
              href={href}
              download
              className="flex min-h-11 items-center px-4 data-focus:bg-ink data-focus:text-paper"
            >
              {name}
            </a>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
