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

/** Who mixes changes a thing again and again; it is asked for anew when that is over. */
const CHANGED_FOR_MS = 4000;

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

/** The last question to each address that was looked at on this page. */
const looked = new Map<string, string>();

/** Questions whose kept answers are true no more, until they have been asked again. */
const STALE = "mesotint.stale";
let asking = 0;
/** Counts what is to be renewed: an answer that was asked for before the last change is not it. */
let round = 0;
/** Counts the sign-ins: what was asked for before one is not kept after it. */
let painters = 0;

/** They are read each time, since other windows of this browser write them down as well. */
function readStale(): Set<string> {
  try {
    return new Set(JSON.parse(localStorage.getItem(STALE) ?? "[]"));
  } catch {
    return new Set();
  }
}

function changeStale(to: (stale: Set<string>) => void): void {
  const stale = readStale();
  to(stale);
  try {
    localStorage.setItem(STALE, JSON.stringify([...stale]));
  } catch {
    // A browser that keeps nothing has nothing to renew.
  }
}

/** Ask once more for what is kept and was changed since, when nothing has changed for a while. */
export function renewAnswers(): void {
  window.clearTimeout(asking);
  round += 1;
  const mine = round;
  if (readStale().size === 0) return;
  asking = window.setTimeout(async () => {
    for (const question of readStale()) {
      const answer = await fetch(question).catch(() => null);
      // It stays to be asked while the studio is silent, or is not itself.
      if (!answer || answer.status >= 500 || mine !== round) return;
      changeStale((stale) => stale.delete(question));
      if (answer.ok) keepAnswer(question, answer);
    }
  }, CHANGED_FOR_MS);
}

/** What an address tells of, such as "/api/piles/3", or a whole shelf. */
const thingOf = (address: string) => /^\/api\/[^/?]+(\/\d+)?/.exec(address)?.[0] ?? address;

/** Something was changed, or is gone: what is kept of it and of its shelf is true no more. */
export function tellChanged(address: string, gone: boolean): void {
  const thing = thingOf(address);
  const shelf = thing.replace(/\/\d+$/, "");
  changeStale((stale) => {
    for (const [each, question] of looked) {
      if (gone && thingOf(each) === thing) {
        looked.delete(each);
        stale.delete(question);
      } else if ([thing, shelf].includes(thingOf(each))) stale.add(question);
    }
  });
  renewAnswers();
}

/** What is on screen without having been asked for, as it was made here, is kept as well. */
export function keepLater(question: string): void {
  if (!there()) return;
  looked.set(question, question);
  changeStale((stale) => stale.add(question));
  renewAnswers();
}

/** Keep an answer, once no other to the same address has followed it. */
export function keepAnswer(question: string, answer: Response): void {
  const address = question.split(" ")[0] as string;
  if (address === question) looked.set(address.split("?")[0] as string, question);
  window.clearTimeout(settling.get(address));
  settling.set(
    address,
    window.setTimeout(async () => {
      const whose = painters;
      // Who asked may have given it up before all of it had come.
      const body = await answer.text().catch(() => null);
      if (body === null || whose !== painters) return;
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
  painters += 1;
  for (const timer of settling.values()) window.clearTimeout(timer);
  settling.clear();
  window.clearTimeout(asking);
  round += 1;
  looked.clear();
  changeStale((stale) => stale.clear());
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
