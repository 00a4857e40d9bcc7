import { heard } from "./line";
import { problemFrom, unreachable } from "./problem";
import { csrfToken } from "./session";

/** Sends a file as a form; a `Problem` with its faults is thrown for one that cannot be used. */
export function upload<T>(path: string, file: File, beside: Record<string, string> = {}) {
  const body = new FormData();
  body.set("file", file);
  for (const [name, value] of Object.entries(beside)) body.set(name, value);
  return sendFile<T>(path, body);
}

/** Sends a form, or a file's bytes as they are. */
export async function sendFile<T>(path: string, body: FormData | File): Promise<T> {
  const headers = new Headers({ "X-CSRFToken": csrfToken() });
  // A form names its own kind, with the mark between its parts.
  if (body instanceof File) headers.set("Content-Type", "application/octet-stream");
  const answer = await fetch(path, {
    method: "POST",
    body,
    headers,
  }).catch(() => {
    heard(0);
    throw unreachable();
  });
  heard(answer.status);
  const told = await answer.json().catch(() => null);
  if (!answer.ok) throw problemFrom(answer.status, told);
  return told as T;
}
