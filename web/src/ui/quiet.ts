const AT_THE_LATEST_MS = 1500;
/** For engines that do not tell when they are idle. */
const SOON_MS = 200;
const TOUCHES = ["pointerdown", "pointermove", "keydown", "focusin"];

let quiet: Promise<void> | undefined;

/** Do it when the page has drawn what it had to draw, or is touched: what opens is fetched then. */
export async function whenQuiet<T>(does: () => Promise<T>): Promise<T> {
  quiet ??= new Promise<void>((resolve) => {
    const done = () => resolve();
    for (const touch of TOUCHES) window.addEventListener(touch, done, { once: true });
    if ("requestIdleCallback" in window)
      window.requestIdleCallback(done, { timeout: AT_THE_LATEST_MS });
    else setTimeout(done, SOON_MS);
  });
  await quiet;
  return does();
}

/** Do it when what has changed so far is on screen. */
export function afterPaint(does: () => void): void {
  requestAnimationFrame(() => setTimeout(does));
}
