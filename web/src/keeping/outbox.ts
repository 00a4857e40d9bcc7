import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { ask, type Given, type Move } from "../api/client";
import { Problem } from "../api/problem";
import { mixturesQuery, tellPile } from "../api/queries";
import type { PileOut, Ticks } from "../api/schema";
import { newToken } from "../api/token";

/**
 * What is done at the palette and to work plans goes through here: kept in the browser until the
 * server has it, sent one after another in the order it was done, each under its own mark, so that
 * a line that breaks loses nothing and doubles nothing.
 */
export type Waiting = {
  /** What it is done to, such as "pile 3". */
  about: string;
  /** In words, for as long as it waits. */
  says: string;
  token: string;
} & ({ pile: number; event: Move & { token: string } } | { ticks: Ticked });

/** Lines of a work plan that are done now. */
export interface Ticked {
  of: "sheet" | "painting";
  id: number;
  body: Ticks & { whole: boolean };
}

/** What the server refused, in its words. */
export interface Refused {
  about: string;
  says: string;
  why: string;
}

export const aboutPile = (pile: number) => `pile ${pile}`;

interface Outbox {
  waiting: readonly Waiting[];
  refused: Refused | null;
  /** Whether the line was silent at the last try. */
  silent: boolean;
}

const TRY_AGAIN_AFTER_MS = 2000;
const LOCK = "mesotint outbox";
const EMPTY: Outbox = { waiting: [], refused: null, silent: false };

const states = new Map<string, Outbox>();
const listeners = new Set<() => void>();

const placeOf = (owner: string) => `mesotint.outbox.${owner}`;

/** Where the browser keeps nothing, this page does, as long as it lives. */
const memory = new Map<string, string>();

function read(owner: string): Waiting[] {
  const place = placeOf(owner);
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place) ?? memory.get(place) ?? "[]");
    return Array.isArray(kept) ? kept.map(mended) : [];
  } catch {
    return [];
  }
}

/** What was kept before plans were ticked through here said less. */
const mended = (kept: Waiting): Waiting =>
  "event" in kept ? { ...kept, about: aboutPile(kept.pile), token: kept.event.token } : kept;

function stateOf(owner: string): Outbox {
  let state = states.get(owner);
  if (!state) {
    state = { ...EMPTY, waiting: read(owner) };
    states.set(owner, state);
  }
  return state;
}

function change(owner: string, patch: Partial<Outbox>) {
  states.set(owner, { ...stateOf(owner), ...patch });
  for (const listener of listeners) listener();
}

/** Keep what waits; another window may have added to it or sent some of it. */
function keep(owner: string, to: (waiting: Waiting[]) => Waiting[]) {
  const waiting = to(read(owner));
  const place = placeOf(owner);
  memory.delete(place);
  try {
    if (waiting.length) localStorage.setItem(place, JSON.stringify(waiting));
    else localStorage.removeItem(place);
  } catch {
    memory.set(place, JSON.stringify(waiting));
  }
  change(owner, { waiting });
}

/** Whether an answer means that the line or the server is down, and nothing was decided. */
function undecided(error: unknown): boolean {
  return !(error instanceof Problem) || error.away || error.status >= 500;
}

/** Only one window sends at a time. */
async function alone(act: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request(LOCK, act);
  else await act();
}

const sending = new Set<string>();

/** Who waits on this page for what comes of something, by its token. */
const waitingFor = new Map<string, (now: PileOut) => void>();

/** Send what waits, in order, until nothing does or the line is silent. */
async function send(owner: string, cache: QueryClient): Promise<void> {
  if (sending.has(owner)) return;
  sending.add(owner);
  try {
    await alone(async () => {
      for (let first = read(owner)[0]; first; first = read(owner)[0]) {
        const done = (waiting: Waiting[]) => waiting.filter(({ token }) => token !== first.token);
        try {
          await sendOne(first, cache);
          keep(owner, done);
          change(owner, { silent: false });
        } catch (error) {
          if (undecided(error)) {
            change(owner, { silent: true });
            return;
          }
          keep(owner, done);
          const { about, says } = first;
          change(owner, { silent: false, refused: { about, says, why: (error as Error).message } });
        }
      }
    });
  } finally {
    sending.delete(owner);
  }
}

async function sendOne(one: Waiting, cache: QueryClient): Promise<void> {
  if ("event" in one) {
    const body = one.event as Given<"POST /api/piles/{key}/events">["body"];
    const now = await ask("POST /api/piles/{key}/events", { key: one.pile, body });
    await tellPile(cache, now);
    if (one.event.kind === "keep") cache.invalidateQueries({ queryKey: mixturesQuery.queryKey });
    waitingFor.get(one.token)?.(now);
    waitingFor.delete(one.token);
    return;
  }
  const { of, id, body } = one.ticks;
  if (of === "sheet") await ask("PUT /api/scales/{key}/ticks", { key: id, body });
  else await ask("PUT /api/paintings/{key}/ticks", { key: id, body });
}

/** What is done to a painter's piles and plans, and what of it still waits to be sent. */
export function useOutbox(owner: string) {
  const cache = useQueryClient();
  const state = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => stateOf(owner),
  );
  const pump = () => send(owner, cache);
  const waits = state.waiting.length > 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new pump sends the same
  useEffect(() => {
    if (!waits) return;
    pump();
    const timer = window.setInterval(pump, TRY_AGAIN_AFTER_MS);
    window.addEventListener("online", pump);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", pump);
    };
  }, [waits, owner]);
  return {
    ...state,
    put: (pile: number, move: Move, says: string, onDone?: (now: PileOut) => void) => {
      change(owner, { refused: null });
      const token = newToken();
      if (onDone) waitingFor.set(token, onDone);
      keep(owner, (waiting) => [
        ...waiting,
        {
          about: aboutPile(pile),
          says,
          token,
          pile,
          event: { ...move, token },
        },
      ]);
      pump();
    },
    tick: (ticks: Ticked, says: string) => {
      change(owner, { refused: null });
      keep(owner, (waiting) => [
        ...waiting,
        { about: `${ticks.of} ${ticks.id}`, says, token: newToken(), ticks },
      ]);
      pump();
    },
    /** The refusal was read. */
    dismiss: () => change(owner, { refused: null }),
  };
}

/** Forget what is in memory, as a reload does; what is kept in the browser stays. */
export function forgetOutbox() {
  states.clear();
}
