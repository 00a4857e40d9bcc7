import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useReducer, useRef, useState } from "react";
import { Problem } from "../api/problem";
import { LIMITS } from "../api/tables";
import { newToken } from "../api/token";
import { type Action, type History, history, startHistory } from "./history";
import { keepUnsaved, readUnsaved, type UnsavedStore } from "./unsaved";

/** How long nothing is changed in a pause. */
const PAUSE_MS = 700;
const TRY_AGAIN_AFTER_MS = 3000;
export const NAME_LENGTH = LIMITS.SheetIn.name.longest;

export type Status = "empty" | "kept" | "keeping" | "waiting" | "conflict" | "stale" | "refused";

/** What the server keeps: it tells whether another window has changed it, or the paints have. */
export interface Kept {
  id: number;
  revision: number;
  current_data: boolean;
}

/** How one kind of thing is kept. */
export interface Keeper<D, S extends Kept> {
  unsaved: UnsavedStore<D>;
  draftOf: (saved: S) => D;
  /** Whether there is enough of a draft to send it. */
  complete: (draft: D) => boolean;
  /** Whether a new draft is more than what it started from. */
  differs: (draft: D, start: D) => boolean;
  create: (draft: D, token: string) => Promise<S>;
  update: (
    draft: D,
    id: number,
    stand: { revision: number | null; token: string },
  ) => Promise<{ revision: number }>;
  /** Whether what a draft comes to is not known, and is answered to who keeps it again. */
  answers: (draft: D) => boolean;
  fetch: (id: number) => Promise<S>;
  /** It is kept, for the first time with what came out; this is also told to who has left. */
  onKept: (id: number, created: S | null) => void;
  /** It is kept under another address than it was. */
  onMoved: (now: S, asNew: boolean) => void;
}

/** A draft on the bench, kept by itself as it is made. */
export interface Keeping<D, S extends Kept> {
  id: number | null;
  draft: D;
  /** Changes of one `stroke`, one after another, are undone as one. */
  change: (to: (draft: D) => D, stroke?: string) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  status: Status;
  trouble: string | null;
  /** It is being kept, and what it comes to is in the answer: nobody else need ask. */
  answering: boolean;
  /** As the server has it. */
  saved: S | null;
  setSaved: (to: (was: S | null) => S | null) => void;
  /** In a conflict: keep what is on screen as one of its own, or take the other one. */
  keepCopy: () => void;
  takeOther: () => void;
  /** Where the paint data have changed: keep it as it is computed now. */
  recompute: () => void;
}

/** A history, and whether its last change came after a pause: by itself, or the first of many. */
interface Timed<D> {
  history: History<D>;
  at: number;
  first: boolean;
}

function timed<D>(was: Timed<D>, { action, at }: { action: Action<D>; at: number }): Timed<D> {
  const next = history(was.history, action);
  if (next === was.history) return was;
  return { history: next, at, first: at - was.at > PAUSE_MS };
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** A draft with undo, kept by itself: at a pause, on leaving, and again once the line is back. */
export function useKept<D extends { name: string }, S extends Kept>(
  keeper: Keeper<D, S>,
  owner: string,
  opened: S | null,
  start: D,
  address: string,
  /** The same as the server has it by now, where somebody has asked. */
  now: S | undefined = undefined,
): Keeping<D, S> {
  const { unsaved, draftOf } = keeper;
  const [begin] = useState(() => readUnsaved(unsaved, owner, opened ? String(opened.id) : address));
  const [{ history: state, first }, take] = useReducer(timed<D>, {
    history: startHistory(begin?.draft ?? start),
    at: Number.NEGATIVE_INFINITY,
    first: false,
  });
  const dispatch = useCallback((action: Action<D>) => take({ action, at: performance.now() }), []);
  const [saved, setSaved] = useState(opened);
  const [revision, setRevision] = useState(begin?.revision ?? opened?.revision ?? null);
  // What is kept from here and never answered is known by it when it is kept once more.
  const [token, setToken] = useState(begin?.token ?? newToken);
  const [copyToken, setCopyToken] = useState(newToken);
  const [kept, setKept] = useState<D | null>(() => (opened ? draftOf(opened) : null));
  const [allowed, setAllowed] = useState(opened?.current_data ?? true);
  /** Whether the bench is gone: what is still being kept then leads nowhere. */
  const left = useRef(false);
  const draft = state.present;
  const id = saved?.id ?? null;
  const place = id === null ? address : String(id);

  const changed = kept ? !same(draft, kept) : keeper.differs(draft, start) || !!begin;
  const complete = keeper.complete(draft);
  const tooLong = draft.name.length > NAME_LENGTH;

  const send = useMutation({
    mutationFn: async ({ sent, asNew }: { sent: D; asNew: boolean }) => {
      if (id === null || asNew) {
        const created = await keeper.create(sent, asNew ? copyToken : token);
        return { id: created.id, revision: created.revision, created };
      }
      return { id, ...(await keeper.update(sent, id, { revision, token })), created: null };
    },
    onSuccess: (now, { sent, asNew }) => {
      keepUnsaved(unsaved, owner, place, null);
      keeper.onKept(now.id, now.created);
      if (left.current) return;
      setSaved(
        (was) => now.created ?? (was && { ...was, revision: now.revision, current_data: true }),
      );
      setRevision(now.revision);
      setKept(sent);
      setAllowed(true);
      if (asNew) {
        setToken(copyToken);
        setCopyToken(newToken());
      }
      if (now.created) keeper.onMoved(now.created, asNew);
    },
  });
  const problem = send.error instanceof Problem ? send.error : null;
  const conflict = problem?.status === 409;
  const silent = problem?.away ?? false;
  const refused = problem !== null && !silent && !conflict;
  /** What the server refused is not sent again until it is changed. */
  const last = send.variables?.sent;
  const settled = refused && same(last, draft);
  const ready = complete && changed && allowed && !tooLong && !conflict;

  // Paints that were measured anew while it lies on the bench.
  const stale = now?.id === id && now?.revision === revision && !now?.current_data;
  useEffect(() => {
    if (stale) setAllowed(false);
  }, [stale]);

  useEffect(() => {
    keepUnsaved(unsaved, owner, place, changed ? { draft, revision, token } : null);
  }, [unsaved, owner, place, changed, draft, revision, token]);

  // A step that is let go is computed where it is kept; one in a burst is computed alone.
  const atOnce = id !== null && first && !silent && keeper.answers(draft);
  const mutate = send.mutate;
  useEffect(() => {
    if (!ready || settled || send.isPending) return;
    const wait = silent ? TRY_AGAIN_AFTER_MS : atOnce ? 0 : PAUSE_MS;
    const timer = window.setTimeout(() => mutate({ sent: draft, asNew: false }), wait);
    return () => window.clearTimeout(timer);
  }, [ready, settled, silent, atOnce, send.isPending, draft, mutate]);

  // Who leaves before it is kept has it kept on the way out.
  const leaving = useRef<(() => void) | null>(null);
  leaving.current =
    ready && !settled && !send.isPending ? () => mutate({ sent: draft, asNew: false }) : null;
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      leaving.current?.();
    };
  }, []);

  const change = useCallback(
    (to: (draft: D) => D, stroke?: string) => dispatch({ type: "change", to, stroke }),
    [dispatch],
  );
  const takeOther = async () => {
    if (id === null) return;
    const now = await keeper.fetch(id);
    keepUnsaved(unsaved, owner, place, null);
    setSaved(now);
    setRevision(now.revision);
    setKept(draftOf(now));
    dispatch({ type: "open", draft: draftOf(now) });
    send.reset();
  };

  const status: Status = !complete
    ? "empty"
    : conflict
      ? "conflict"
      : !allowed
        ? "stale"
        : tooLong || settled
          ? "refused"
          : send.isPending
            ? "keeping"
            : ready
              ? "waiting"
              : kept
                ? "kept"
                : "empty";
  return {
    id,
    draft,
    change,
    undo: state.past.length ? () => dispatch({ type: "undo" }) : null,
    redo: state.future.length ? () => dispatch({ type: "redo" }) : null,
    status,
    answering: atOnce && ready && !settled && (!send.isPending || last === draft),
    trouble: tooLong
      ? `A name is at most ${NAME_LENGTH} characters long.`
      : conflict || settled || (silent && ready)
        ? (problem?.message ?? null)
        : null,
    saved,
    setSaved,
    keepCopy: () => mutate({ sent: draft, asNew: true }),
    takeOther,
    recompute: () => {
      setAllowed(true);
      mutate({ sent: draft, asNew: false });
    },
  };
}
