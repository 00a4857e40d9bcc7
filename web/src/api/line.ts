/** The line to the studio: whether it answers, known to every stage alike. */
import { useSyncExternalStore } from "react";
import { isAway } from "./problem";

const ASK_AGAIN_AFTER_MS = 2000;

let silent = false;
let asking = 0;
const listeners = new Set<() => void>();

function set(now: boolean) {
  if (now === silent) return;
  silent = now;
  window.clearInterval(asking);
  if (silent) asking = window.setInterval(askAgain, ASK_AGAIN_AFTER_MS);
  for (const listener of listeners) listener();
}

async function askAgain() {
  const answer = await fetch("/readyz").catch(() => null);
  if (answer?.ok) set(false);
}

/** Note what came of a request: an answer's status, or 0 where none came. */
export const heard = (status: number) => set(isAway(status));

/** Whether the studio has stopped answering; it is asked again until it does. */
export const useSilence = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => silent,
  );
