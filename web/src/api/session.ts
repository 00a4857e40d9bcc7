import { type Problem, problemFrom, unreachable } from "./problem";

/** The cookie that Django wants back as a header with every change. */
export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

async function allauth(
  method: string,
  path: string,
  body?: Record<string, string>,
): Promise<Problem | null> {
  let answer: Response;
  try {
    answer = await fetch(`/_allauth/browser/v1/${path}`, {
      method,
      headers: { "Content-Type": "application/json", "X-CSRFToken": csrfToken() },
      body: body ? JSON.stringify(body) : undefined,
    });
  } catch {
    return unreachable();
  }
  if (answer.ok || (method === "DELETE" && answer.status === 401)) return null;
  const told = await answer.json().catch(() => null);
  const first = told?.errors?.[0];
  return problemFrom(answer.status, { detail: first?.message, field: first?.param });
}

export const signIn = (username: string, password: string) =>
  allauth("POST", "auth/login", { username, password });

export const signUp = (username: string, password: string) =>
  allauth("POST", "auth/signup", { username, password });

export const signOut = () => allauth("DELETE", "auth/session");

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
