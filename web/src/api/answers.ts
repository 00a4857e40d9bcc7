/**
 * What the studio answered last, kept in this browser: told again while there is no line to it, so
 * that tubes, plans and what was last looked at open at the easel.
 */
import { clear, createStore, delMany, entries, get, set } from "idb-keyval";

const MOST_KEPT = 300;
/** A step that is dragged asks again and again; the last answer is the one to keep. */
const SETTLES_MS = 800;

/** What only makes sense with a line, or is too large to keep. */
const PASSING = ["/api/tasks", "/api/network", "/api/device", "/api/photographs", "/api/practice"];

interface Kept {
  at: number;
  body: string;
}

const there = () => "indexedDB" in globalThis;
let store: ReturnType<typeof createStore> | null = null;
const place = () => {
  store ??= createStore("mesotint", "answers");
  return store;
};

/** The key of a question whose answer is kept; null for one that changes something. */
export async function questionOf(request: Request): Promise<string | null> {
  if (!there()) return null;
  const { pathname, search } = new URL(request.url);
  if (PASSING.some((each) => pathname.startsWith(each))) return null;
  if (request.method === "GET") return pathname + search;
  if (request.method === "POST" && pathname.includes("/compute/"))
    return `${pathname} ${await request.text()}`;
  return null;
}

const settling = new Map<string, number>();

/** Keep an answer, once no other to the same address has followed it. */
export function keepAnswer(question: string, answer: Response): void {
  const address = question.split(" ")[0] as string;
  window.clearTimeout(settling.get(address));
  settling.set(
    address,
    window.setTimeout(async () => {
      const body = await answer.text();
      await set(question, { at: Date.now(), body } satisfies Kept, place()).catch(() => {});
    }, SETTLES_MS),
  );
}

/** What was answered last; null where nothing was. */
export async function lastAnswer(question: string): Promise<Response | null> {
  const kept = await get<Kept>(question, place()).catch(() => undefined);
  return kept ? new Response(kept.body, { headers: { "Content-Type": "application/json" } }) : null;
}

/** Another painter comes, or this one leaves: nothing is left lying about. */
export async function forgetAnswers(): Promise<void> {
  for (const timer of settling.values()) window.clearTimeout(timer);
  settling.clear();
  if (there()) await clear(place()).catch(() => {});
}

/** Let the oldest go. */
export async function tidyAnswers(): Promise<void> {
  if (!there()) return;
  const all = await entries<string, Kept>(place()).catch(() => []);
  const oldest = all.sort(([, a], [, b]) => b.at - a.at).slice(MOST_KEPT);
  await delMany(
    oldest.map(([question]) => question),
    place(),
  ).catch(() => {});
}
