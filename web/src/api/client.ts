import createClient from "openapi-fetch";
import { keepAnswer, lastAnswer, questionOf, tellChanged } from "./answers";
import { earlyAnswer } from "./early";
import { heard } from "./line";
import { problemFrom, unreachable } from "./problem";
import type { PracticeBegin, paths, ScaleChartIn } from "./schema";
import { csrfToken, signedInAgain, signedInTimes } from "./session";

export type ChartRequest =
  paths["/api/scales/compute/chart"]["post"]["requestBody"]["content"]["application/json"];
export type Light = NonNullable<ScaleChartIn["light"]>;
export type PracticeKind = NonNullable<PracticeBegin["kinds"]>[number];

/**
 * Sends a request; when the session has ended it waits until the painter has signed in again and
 * sends it once more, so that nothing that was typed is lost.
 */
async function patiently(request: Request): Promise<Response> {
  const again = request.clone();
  const times = signedInTimes();
  const question = await questionOf(request.clone());
  const changes = request.method !== "GET" && !question;
  request.headers.set("X-CSRFToken", csrfToken());
  let silent = false;
  const early = await earlyAnswer(request);
  const asking = early ? Promise.resolve(early) : fetch(request);
  const answer = await asking.catch(async (error) => {
    // Whoever asked has given it up, which tells nothing of the line.
    if (request.signal.aborted) throw error;
    heard(0);
    silent = true;
    const last = question && (await lastAnswer(question));
    if (last) return last;
    throw unreachable();
  });
  if (silent) return answer;
  heard(answer.status);
  if (question && answer.ok) keepAnswer(question, answer.clone());
  if (changes && answer.ok) tellChanged(new URL(request.url).pathname, request.method === "DELETE");
  if (answer.status !== 401) return answer;
  // A refusal that comes late, after the painter has signed in, is no reason to ask once more.
  if (signedInTimes() === times) await signedInAgain();
  again.headers.set("X-CSRFToken", csrfToken());
  return fetch(again);
}

const client = createClient<paths>({ baseUrl: window.location.origin, fetch: patiently });

type Method = "get" | "post" | "put" | "patch" | "delete";

/** Every question the studio answers, such as "GET /api/tubes". */
export type Question = {
  [Path in keyof paths]: {
    [M in Method]: [paths[Path][M]] extends [undefined] ? never : `${Uppercase<M>} ${Path}`;
  }[Method];
}[keyof paths];

type Operation<Q> = Q extends `${infer M} ${infer Path extends keyof paths}`
  ? paths[Path][Lowercase<M> & Method]
  : never;
type Json<Content> = Content extends { content: { "application/json": infer Told } }
  ? Told
  : undefined;
type Known<Parameters> = [Parameters] extends [undefined] ? unknown : Parameters;

/** What is answered to a question. */
export type Answer<Q> =
  Operation<Q> extends { responses: infer Of }
    ? Json<Of[keyof Of & (200 | 201 | 202 | 204)]>
    : never;

/** What is given with a question: parameters of its path and query by their names, and its body. */
export type Given<Q> = (Operation<Q> extends {
  parameters: { path?: infer InPath; query?: infer Query };
}
  ? Known<InPath> & Known<Query>
  : unknown) &
  (Operation<Q> extends { requestBody: { content: { "application/json": infer Body } } }
    ? { body: Body }
    : Operation<Q> extends { requestBody?: { content: { "application/json": infer Body } } }
      ? { body?: Body }
      : unknown) &
  Passing;

/** Before it has the mark that tells it from all others. */
export type WithoutToken<M> = M extends unknown ? Omit<M, "token"> : never;

/** Something to do at a pile. */
export type Move = WithoutToken<Given<"POST /api/piles/{key}/events">["body"]>;

/** What the browser is told of the request. */
interface Passing {
  signal?: AbortSignal;
  keepalive?: boolean;
  /** How the answer is read, where it is no JSON. */
  parseAs?: "blob";
}

type Sent = { body?: unknown } & Passing & Record<string, unknown>;

/** A file goes as it is. */
const serialised = (body: unknown) => (body instanceof Blob ? body : JSON.stringify(body));

/** What follows a question: nothing has to, where all that can be given may be left out. */
export type GivenWith<Q> = Record<never, never> extends Given<Q> ? [Given<Q>?] : [Given<Q>];

/** The answer to a question; a `Problem` is thrown where it is no success. */
export async function ask<Q extends Question>(
  question: Q,
  ...given: GivenWith<Q>
): Promise<Answer<Q>> {
  const [method, address = ""] = question.split(" ");
  const { body, signal, keepalive, parseAs, ...named } = (given[0] ?? {}) as Sent;
  const path: Record<string, unknown> = {};
  const query: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(named))
    (address.includes(`{${name}}`) ? path : query)[name] = value;
  const init = {
    params: { path, query },
    body,
    bodySerializer: serialised,
    signal,
    keepalive,
    parseAs,
  };
  const { data, error, response } = await client.request(
    method?.toLowerCase() as "get",
    address as "/api/me",
    init as never,
  );
  if (!response.ok) throw problemFrom(response.status, error);
  return data as Answer<Q>;
}
