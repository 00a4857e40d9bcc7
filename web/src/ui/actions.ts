import type { ReactNode } from "react";

export interface Action {
  says: string;
  /** What it does, or the file it fetches. */
  does: (() => void) | string;
  disabled?: boolean;
}

/** A few things to do, or files to take away. */
export interface ActionMenuProps {
  says: string;
  icon?: ReactNode;
  /** What behind the words tells that more opens. */
  sign?: ReactNode;
  actions: readonly Action[];
  disabled?: boolean;
  look?: "paper" | "slate";
  anchor?: "bottom start" | "bottom end";
  className?: string;
}

/** Where its words stand on a button. */
export const ACTION_BUTTON = "whitespace-nowrap no-underline";
