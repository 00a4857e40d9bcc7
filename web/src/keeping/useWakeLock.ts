import { useEffect } from "react";

/** Keeps the screen awake while something is done at the easel, where the browser can. */
export function useWakeLock(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let held: WakeLockSentinel | null = null;
    let over = false;
    // The browser lets go of it whenever the page is out of sight.
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      const lock = await navigator.wakeLock.request("screen").catch(() => null);
      if (over) lock?.release();
      else held = lock;
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", hold);
      held?.release();
    };
  }, [wanted]);
}
