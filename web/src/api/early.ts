/** Kept in this browser while somebody is signed in. */
const HERE = "mesotint.here";

const HOLDS_MS = 10_000;

/** What was asked for before the client was there, by `public/early.js`; null is no answer. */
interface Early {
  at: number;
  answers: Map<string, Promise<string | null>>;
}

declare global {
  interface Window {
    mesotintEarly?: Early;
  }
}

/** Addresses that were asked for on this page: an early answer is for the first question alone. */
const askedOnce = new Set<string>();

/** Nothing that was asked for early holds any more: something was changed, or somebody else came. */
export function dropEarly(): void {
  window.mesotintEarly = undefined;
}

/** Whether this is a page's first view, of which much was asked for early. */
export function isFirstView(): boolean {
  const early = window.mesotintEarly;
  return early !== undefined && Date.now() - early.at <= HOLDS_MS;
}

/** An answer that was asked for early; null where there is none, or it says no. */
export async function earlyAnswer({ method, url }: Request): Promise<Response | null> {
  if (!isFirstView()) return null;
  const { pathname, search } = new URL(url);
  if (method !== "GET") {
    // What is only computed changes nothing.
    if (!pathname.includes("/compute/")) dropEarly();
    return null;
  }
  const path = pathname + search;
  // It may be late itself: what is asked again is asked because it may have changed.
  if (askedOnce.has(path)) return null;
  askedOnce.add(path);
  const told = (await window.mesotintEarly?.answers.get(path)) ?? null;
  return told === null
    ? null
    : new Response(told, { headers: { "Content-Type": "application/json" } });
}

/** Whether somebody was signed in here when the page was last open. */
export function isHere(): boolean {
  try {
    return localStorage.getItem(HERE) !== null;
  } catch {
    return false;
  }
}

/** Remember whether somebody is signed in here. */
export function setHere(me: { name: string | null }): void {
  try {
    if (me.name === null) localStorage.removeItem(HERE);
    else localStorage.setItem(HERE, "1");
  } catch {
    // A browser that keeps nothing asks a little later.
  }
}
