import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { api, got, type Me, type Sheet } from "../../api/client";
import { Problem } from "../../api/problem";
import { sheetQuery, sheetsQuery, tubesQuery } from "../../api/queries";
import { adopt } from "./born";
import { type Draft, draftOf, nameFor, type RequestDraft, requestOf } from "./draft";
import { history, startHistory } from "./history";
import { keepUnsaved, readUnsaved } from "./unsaved";

const KEEP_AFTER_MS = 700;
const TRY_AGAIN_AFTER_MS = 3000;
export const NAME_LENGTH = 120;

/** The light a sheet is kept under; the room's light only changes how it is looked at. */
const KEPT_LIGHT = "D65";

export type Status = "empty" | "kept" | "keeping" | "waiting" | "conflict" | "stale" | "refused";

export interface OpenSheet<R extends RequestDraft> {
  id: number | null;
  draft: Draft<R>;
  change: (to: (draft: Draft<R>) => Draft<R>, by: string) => void;
  /** Change some of the request. */
  set: (patch: Partial<R>, by: string) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  status: Status;
  trouble: string | null;
  /** The sheet as the server has it, with the lines of its plans that are ticked. */
  saved: Sheet | null;
  /** Tick these lines of a plan, and no others. */
  tick: (plan: string, lines: number[]) => void;
  tickTrouble: string | null;
  /** In a conflict: keep what is on screen as a sheet of its own, or take the other one. */
  keepCopy: () => void;
  takeOther: () => void;
  /** Of a sheet whose paint data have changed: keep it as it is computed now. */
  recompute: () => void;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** One sheet on the stage: its draft with undo, kept by itself as it is made. */
export function useSheet<R extends RequestDraft>(
  me: Me,
  opened: Sheet | null,
  start: Draft<R>,
  address: string,
): OpenSheet<R> {
  const owner = me.name ?? "";
  const [begin] = useState(() => readUnsaved(owner, opened ? String(opened.id) : address));
  const [state, dispatch] = useReducer(history, startHistory(begin?.draft ?? start));
  const [saved, setSaved] = useState(opened);
  const [revision, setRevision] = useState(begin?.revision ?? opened?.revision ?? null);
  const [kept, setKept] = useState<Draft | null>(() => (opened ? draftOf(opened) : null));
  const [allowed, setAllowed] = useState(opened?.current_data ?? true);
  const { data: tubes = [] } = useQuery(tubesQuery);
  /** Whether the bench is gone: what is still being kept then leads nowhere. */
  const left = useRef(false);
  const cache = useQueryClient();
  const navigate = useNavigate();
  const draft = state.present as Draft<R>;
  const id = saved?.id ?? null;
  const place = id === null ? address : String(id);

  const changed = kept ? !same(draft, kept) : !same(draft.request, start.request) || !!begin;
  const request = useMemo(() => requestOf(draft.request, KEPT_LIGHT), [draft.request]);
  const worth = kept !== null || changed || start.request !== draft.request;
  const tooLong = draft.name.length > NAME_LENGTH;

  const send = useMutation({
    mutationFn: async ({ sent, asNew }: { sent: Draft<R>; asNew: boolean }) => {
      const wanted = requestOf(sent.request, KEPT_LIGHT);
      if (!wanted) throw new Error("Something is still to be chosen.");
      const notes = Object.entries(sent.notes)
        .filter(([, text]) => text.trim())
        .map(([at, text]) => ({ place: Number(at), text }));
      const body = {
        name: sent.name.trim() || nameFor(sent.request, tubes),
        request: wanted,
        measure: sent.measure,
        notes,
        revision: asNew ? null : revision,
      };
      return id === null || asNew
        ? got(api.POST("/api/scales", { body }))
        : got(api.PUT("/api/scales/{sheet_id}", { params: { path: { sheet_id: id } }, body }));
    },
    onSuccess: (now, { sent, asNew }) => {
      keepUnsaved(owner, place, null);
      cache.setQueryData(sheetQuery(now.id).queryKey, now);
      cache.invalidateQueries({ queryKey: sheetsQuery.queryKey, exact: true });
      if (left.current) return;
      // A tick on its way is not in the answer yet.
      setSaved((was) => (was?.id === now.id ? { ...now, ticks: was.ticks } : now));
      setRevision(now.revision);
      setKept(sent);
      setAllowed(true);
      if (now.id !== id) {
        // The bench stays as it is, selection and undo and all, under its new address.
        if (!asNew) adopt(now.id);
        navigate({
          to: "/scales/{-$sheetId}",
          params: { sheetId: String(now.id) },
          replace: !asNew,
        });
      }
    },
  });
  const problem = send.error instanceof Problem ? send.error : null;
  const conflict = problem?.status === 409;
  const refused = problem !== null && problem.status > 0 && !conflict;
  /** What the server refused is not sent again until it is changed. */
  const last = send.variables?.sent;
  const settled = refused && same(last, draft);
  const ready = request !== null && worth && changed && allowed && !tooLong && !conflict;

  useEffect(() => {
    keepUnsaved(owner, place, changed && worth ? { draft, revision } : null);
  }, [owner, place, changed, worth, draft, revision]);

  const mutate = send.mutate;
  const silent = problem?.status === 0;
  useEffect(() => {
    if (!ready || settled || send.isPending) return;
    const wait = silent ? TRY_AGAIN_AFTER_MS : KEEP_AFTER_MS;
    const timer = window.setTimeout(() => mutate({ sent: draft, asNew: false }), wait);
    return () => window.clearTimeout(timer);
  }, [ready, settled, silent, send.isPending, draft, mutate]);

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
    (to: (draft: Draft<R>) => Draft<R>, by: string) =>
      dispatch({ type: "change", to: to as unknown as (draft: Draft) => Draft, by }),
    [],
  );
  const set = useCallback(
    (patch: Partial<R>, by: string) =>
      change((now) => ({ ...now, request: { ...now.request, ...patch } }), by),
    [change],
  );
  const ticking = useMutation({
    // One after another, so that the last tick is what stays.
    scope: { id: `ticks ${id}` },
    retry: 3,
    mutationFn: (body: { plan: string; lines: number[] }) =>
      got(
        api.PUT("/api/scales/{sheet_id}/ticks", { params: { path: { sheet_id: id ?? 0 } }, body }),
      ),
  });
  const tick = (plan: string, lines: number[]) => {
    if (!saved) return;
    const ticks = [...saved.ticks.filter((other) => other.plan !== plan), { plan, lines }];
    setSaved({ ...saved, ticks });
    // Who comes back to the sheet finds them, before it is fetched anew.
    cache.setQueryData(sheetQuery(saved.id).queryKey, (now) => now && { ...now, ticks });
    ticking.mutate({ plan, lines });
  };
  const takeOther = async () => {
    if (id === null) return;
    const now = await cache.fetchQuery({ ...sheetQuery(id), staleTime: 0 });
    keepUnsaved(owner, place, null);
    setSaved(now);
    setRevision(now.revision);
    setKept(draftOf(now));
    dispatch({ type: "open", draft: draftOf(now) });
    send.reset();
  };

  const status: Status =
    request === null
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
    set,
    undo: state.past.length ? () => dispatch({ type: "undo" }) : null,
    redo: state.future.length ? () => dispatch({ type: "redo" }) : null,
    status,
    trouble: tooLong
      ? `A name is at most ${NAME_LENGTH} characters long.`
      : conflict || settled || (silent && ready)
        ? (problem?.message ?? null)
        : null,
    saved,
    tick,
    tickTrouble: ticking.error?.message ?? null,
    keepCopy: () => mutate({ sent: draft, asNew: true }),
    takeOther,
    recompute: () => {
      setAllowed(true);
      mutate({ sent: draft, asNew: false });
    },
  };
}
