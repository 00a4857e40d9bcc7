import { problemFrom, unreachable } from "./problem";
import { csrfToken } from "./session";

/** Sends a file; a `Problem` with its faults is thrown for one that cannot be used. */
export async function upload<T>(path: string, file: File): Promise<T> {
  const body = new FormData();
  body.set("file", file);
  const answer = await fetch(path, {
    method: "POST",
    body,
    headers: { "X-CSRFToken": csrfToken() },
  }).catch(() => {
    throw unreachable();
  });
  const told = await answer.json().catch(() => null);
  if (!answer.ok) throw problemFrom(answer.status, told);
  return told as T;
}
