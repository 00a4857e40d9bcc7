import { useEffect, useRef } from "react";

export interface KeyAction {
  /** The key as the browser names it; `Ctrl+` in front for a chord. */
  key: string;
  says: string;
  act: () => void;
}

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

function named(event: KeyboardEvent): string {
  const chord = event.ctrlKey || event.metaKey;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return `${chord ? "Ctrl+" : ""}${chord && event.shiftKey ? "Shift+" : ""}${key}`;
}

/** Let keys do these actions while the component is on screen; typing in a field is left alone. */
export function useKeys(actions: KeyAction[]): void {
  const latest = useRef(actions);
  latest.current = actions;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.altKey || document.querySelector('[role="dialog"]')) return;
      const name = named(event);
      const action = latest.current.find((a) => a.key === name);
      if (!action || (typing(event.target) && name !== "Ctrl+s")) return;
      event.preventDefault();
      action.act();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
