import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask, type PracticeKind } from "../api/client";
import { Problem } from "../api/problem";
import { queryOf } from "../api/queries";
import type { AnswerJudged, PracticeAnswer, PracticeSession } from "../api/schema";
import { TABLES } from "../api/tables";
import { newToken } from "../api/token";

export const practiceQuery = queryOf(["practice"], "GET /api/practice");

export const recordQuery = queryOf(["practice", "record"], "GET /api/practice/record");

interface Kind {
  title: string;
  /** Whether it is mixed on the palette, and not handed out in sets. */
  on_palette: boolean;
}

/** The exercises as they are offered. */
export const KINDS = Object.entries(TABLES.exercises) as ReadonlyArray<
  readonly [PracticeKind, Kind]
>;

export const titleOf = (kind: string) => KINDS.find(([key]) => key === kind)?.[1].title ?? kind;

/** A session as the server has it now. */
const sessionOf = (id: number) =>
  ask("GET /api/practice/sessions/{session_id}", { session_id: id });

/** Beginning, answering and ending a session. */
export function usePractice(onSession: (session: PracticeSession) => void) {
  const cache = useQueryClient();
  const changed = () => cache.invalidateQueries({ queryKey: practiceQuery.queryKey });
  const begin = useMutation({
    mutationFn: ({ minutes, kinds }: { minutes: 5 | 10 | 20; kinds: PracticeKind[] }) =>
      ask("POST /api/practice/sessions", { body: { minutes, kinds, token: newToken() } }),
    onSuccess: onSession,
  });
  const answer = useMutation({
    mutationFn: ({ session, ...body }: Partial<PracticeAnswer> & { session: PracticeSession }) =>
      ask("POST /api/practice/sessions/{session_id}/answer", {
        session_id: session.id,
        body: { ...body, token: session.exercise?.token ?? "" },
      }) as Promise<AnswerJudged>,
    onSuccess: () => cache.invalidateQueries({ queryKey: recordQuery.queryKey }),
    // It was answered in another window, or before the line was lost: the next one stands there.
    onError: async (error, { session }) => {
      if (error instanceof Problem && error.status === 409) onSession(await sessionOf(session.id));
    },
  });
  const stop = useMutation({
    mutationFn: (id: number) =>
      ask("POST /api/practice/sessions/{session_id}/stop", { session_id: id }),
    onSettled: changed,
  });
  return { begin, answer, stop };
}
