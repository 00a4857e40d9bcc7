/** Kept in this browser while somebody is signed in. */
const HERE = "mesotint.here";

const HOLDS_MS = 10_000;

/** What was asked for before the client was there, by `public/early.js`. */
interface Early {
  at: number;
  answers: Map<string, { answer: Promise<Response | null>; body: string }>;
}

declare global {
  interface Window {
    mesotintEarly?: Early;
  }
}

/** The same whatever order its fields stand in. */
const sorted = (text: string): string =>
  text &&
  JSON.stringify(JSON.parse(text), (_, value) =>
    value && typeof value === "object" && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

/** Addresses that were asked for on this page: an early answer is for the first question alone. */
const askedOnce = new Set<string>();

/** Nothing that was asked for early holds any more: something was changed, or somebody else came. */
export function dropEarly(): void {
  window.mesotintEarly = undefined;
}

/** An answer that was asked for early; null where there is none, or it says no. */
export async function earlyAnswer(request: Request): Promise<Response | null> {
  const early = window.mesotintEarly;
  if (!early || Date.now() - early.at > HOLDS_MS) return null;
  const { pathname, search } = new URL(request.url);
  const computes = pathname.includes("/compute/");
  if (request.method !== "GET" && !computes) {
    dropEarly();
    return null;
  }
  const asked = early.answers.get(pathname + search);
  if (computes) {
    if (!asked || sorted(await request.clone().text()) !== sorted(asked.body)) return null;
    early.answers.delete(pathname + search);
  } else {
    // It may be late itself: what is asked again is asked because it may have changed.
    if (askedOnce.has(pathname + search)) return null;
    askedOnce.add(pathname + search);
  }
  if (!asked) return null;
  const answer = await asked.answer;
  return answer?.ok ? answer : null;
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
