import { queryOptions } from "@tanstack/react-query";
import { forgetAnswers } from "./answers";
import { dropEarly, setHere } from "./early";
import { type Problem, problemFrom, unreachable } from "./problem";

/** The cookie that Django wants back as a header with every change. */
export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

function asked(method: string, path: string, body?: unknown): Promise<Response> {
  return fetch(`/_allauth/browser/v1/${path}`, {
    method,
    headers: { "Content-Type": "application/json", "X-CSRFToken": csrfToken() },
    body: body ? JSON.stringify(body) : undefined,
  });
}

async function allauth(method: string, path: string, body?: unknown): Promise<Problem | null> {
  let answer: Response;
  try {
    answer = await asked(method, path, body);
  } catch {
    return unreachable();
  }
  if (answer.ok || (method === "DELETE" && answer.status === 401)) return null;
  const told = await answer.json().catch(() => null);
  const first = told?.errors?.[0];
  return problemFrom(answer.status, { detail: first?.message, field: first?.param });
}

/** Nothing that another painter was answered is told to who comes now. */
async function anew(entering: Promise<Problem | null>): Promise<Problem | null> {
  const problem = await entering;
  dropEarly();
  if (!problem) await forgetAnswers();
  return problem;
}

export const signIn = (username: string, password: string) =>
  anew(allauth("POST", "auth/login", { username, password }));

export const signUp = (username: string, password: string) =>
  anew(allauth("POST", "auth/signup", { username, password }));

export async function signOut(): Promise<Problem | null> {
  const problem = await anew(allauth("DELETE", "auth/session"));
  if (!problem) setHere({ name: null });
  return problem;
}

export const changePassword = (now: string, next: string) =>
  allauth("POST", "account/password/change", { current_password: now, new_password: next });

/** Where the studio is open: a browser that is signed in, by its address and what it calls itself. */
export interface Session {
  id: number;
  ip: string;
  user_agent: string;
  created_at: number;
  is_current: boolean;
}

export const sessionsQuery = queryOptions({
  queryKey: ["sessions"],
  queryFn: async (): Promise<Session[]> =>
    (await (await asked("GET", "auth/sessions")).json()).data,
});

export const endSession = (id: number) => allauth("DELETE", "auth/sessions", { sessions: [id] });

type Listener = (ended: boolean) => void;

let waiting: Array<() => void> = [];
let listener: Listener = () => {};
let resumed = 0;

/** How many times the painter has signed in again on this page. */
export const signedInTimes = (): number => resumed;

/** Tell the shell when a session ends in the middle of the work, so that it can ask again. */
export function onSessionEnd(tell: Listener): () => void {
  listener = tell;
  return () => {
    listener = () => {};
  };
}

/** Resolves when the painter has signed in again. */
export function signedInAgain(): Promise<void> {
  listener(true);
  return new Promise((resolve) => {
    waiting.push(resolve);
  });
}

/** Let go everything that waited for the painter to sign in. */
export function resumeSession(): void {
  resumed += 1;
  listener(false);
  const held = waiting;
  waiting = [];
  for (const go of held) go();
}
