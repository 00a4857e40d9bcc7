import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ACTION_BUTTON, type ActionMenuProps } from "./actions";
import { Button } from "./Button";

const ITEM =
  "flex min-h-11 w-full items-center px-4 text-left data-disabled:opacity-45 data-focus:bg-ink data-focus:text-paper";

/** The menu itself, with all that its keys and its place on screen take. */
export function ActionList({
  says,
  icon,
  sign,
  actions,
  disabled = false,
  look = "paper",
  anchor = "bottom end",
  className = "",
}: ActionMenuProps) {
  return (
    <Menu>
      <MenuButton
        as={Button}
        look={look}
        className={`${ACTION_BUTTON} ${className}`}
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
