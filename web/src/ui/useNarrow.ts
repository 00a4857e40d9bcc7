import { useSyncExternalStore } from "react";

const NARROW = "(width < 48rem)";

function listen(told: () => void) {
  const query = window.matchMedia(NARROW);
  query.addEventListener("change", told);
  return () => query.removeEventListener("change", told);
}

/** Whether this is a phone in the hand. */
export const useNarrow = () =>
  useSyncExternalStore(listen, () => window.matchMedia(NARROW).matches);
