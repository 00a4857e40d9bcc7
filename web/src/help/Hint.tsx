import { X } from "lucide-react";
import { useEffect, useSyncExternalStore } from "react";
import { usePreferences } from "../api/preferences";
import { Button } from "../ui/Button";
import { HINTS, type HintName } from "./hints";

/** Of all that could be told on a screen one is; the others wait their turn. */
let shown: HintName | null = null;
const listeners = new Set<() => void>();

function set(next: HintName | null) {
  if (next === shown) return;
  shown = next;
  for (const listener of listeners) listener();
}

const useShown = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => shown,
  );

/** One quiet line at the place it speaks of, until it was read; it never comes back by itself. */
export function Hint({ name, when = true }: { name: HintName; when?: boolean }) {
  const { me, prefer } = usePreferences();
  const now = useShown();
  const due = when && me.name !== null && !me.hints.includes(name);
  useEffect(() => {
    // Of several at once the first in the page is told.
    if (due && now === null && shown === null) set(name);
  }, [due, now, name]);
  useEffect(() => {
    if (!due) return;
    return () => {
      if (shown === name) set(null);
    };
  }, [due, name]);
  if (!due || now !== name) return null;
  const { says, key } = HINTS[name];
  return (
    <p
      role="note"
      className="flex items-center gap-3 bg-slate-deep py-0.5 pr-1 pl-4 text-chalk leading-tight"
    >
      <span className="flex-1">
        {says}
        {key && <kbd className="ml-2 font-bold font-sans">{key}</kbd>}
      </span>
      <Button aria-label="I have read it" onClick={() => prefer({ hints: [...me.hints, name] })}>
        <X aria-hidden="true" size={18} />
      </Button>
    </p>
  );
}
