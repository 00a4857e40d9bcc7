import { keepPreviousData, type QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { keepLater } from "./answers";
import { type Answer, ask, type Given, type GivenWith, type Question } from "./client";
import type { PileOut } from "./schema";

/** A question as a query under its key. */
export function queryOf<Q extends Question, Key extends readonly unknown[]>(
  queryKey: Key,
  question: Q,
  ...given: GivenWith<Q>
) {
  return queryOptions({ queryKey, queryFn: () => ask(question, ...given) });
}

export const meQuery = {
  ...queryOf(["me"], "GET /api/me"),
  staleTime: Number.POSITIVE_INFINITY,
};

export const mixturesQuery = queryOf(["mixtures"], "GET /api/mixtures");

export const paintsQuery = {
  ...queryOf(["paints"], "GET /api/paints"),
  staleTime: Number.POSITIVE_INFINITY,
};

export const tubesQuery = {
  ...queryOf(["tubes", "use"], "GET /api/tubes"),
  // It changes only where it is changed, and is then fetched anew.
  staleTime: Number.POSITIVE_INFINITY,
};

export const tubesThat = (which: "all" | "away") =>
  queryOf(["tubes", which], "GET /api/tubes", { which });

export const tubeQuery = (id: number) =>
  queryOf(["tubes", "one", id], "GET /api/tubes/{tube_id}", { tube_id: id });

export const boxesQuery = queryOf(["boxes"], "GET /api/boxes");

export const reachQuery = (value: number) => ({
  ...queryOf(["tubes", "reach", value], "GET /api/reach", { value }),
  placeholderData: keepPreviousData,
});

export const calibrationQuery = (id: number) => ({
  ...queryOf(["tubes", "calibration", id], "GET /api/tubes/{tube_id}/calibration", { tube_id: id }),
  retry: false,
});

export const instrumentQuery = queryOf(["instrument"], "GET /api/instrument");

export const pilesQuery = queryOf(["piles"], "GET /api/piles");

export const pileQuery = (id: number) =>
  queryOf(["piles", id], "GET /api/piles/{key}", { key: id });

/**
 * Put a pile on screen as an answer to something done tells it. What was asked before that and is
 * still on its way tells of the pile as it was, and is given up; the other piles, which something
 * may have been carried to or from, are asked for anew.
 */
export async function tellPile(cache: QueryClient, pile: PileOut): Promise<void> {
  const { queryKey } = pileQuery(pile.id);
  await cache.cancelQueries({ queryKey, exact: true });
  cache.setQueryData(queryKey, pile);
  keepLater(`/api/piles/${pile.id}`);
  cache.invalidateQueries({
    queryKey: pilesQuery.queryKey,
    predicate: (query) => query.queryKey[1] !== pile.id,
  });
}

export const paintingsQuery = queryOf(["paintings"], "GET /api/paintings");

export const sheetsQuery = queryOf(["sheets"], "GET /api/scales");

const JUST_NOW_MS = 5000;

export const sheetQuery = (id: number) => ({
  ...queryOf(["sheets", id], "GET /api/scales/{key}", { key: id }),
  // Another window may change it, so only what has just been fetched is laid on the bench.
  staleTime: JUST_NOW_MS,
});

/** What can be computed of sheets. */
type Computable = Question extends infer Q
  ? Q extends `POST /api/scales/compute/${infer What}`
    ? What
    : never
  : never;
type Compute<What extends Computable> = `POST /api/scales/compute/${What}`;
type BodyOf<What extends Computable> =
  Given<Compute<What>> extends { body: infer Body } ? Body : never;

/** What the server computes of a request. One that is overtaken by another is given up. */
export function computedQuery<What extends Computable>(what: What, body: BodyOf<What> | null) {
  return queryOptions({
    queryKey: ["compute", what, body],
    queryFn: ({ signal }): Promise<Answer<Compute<What>>> =>
      ask(`POST /api/scales/compute/${what}` as "POST /api/scales/compute/chart", {
        body: body as never,
        signal,
      }) as never,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** The same on screen: the last answer stays in sight until the new one is there, by its own
 * question where it is `asked`, or with the answer to something else. */
export function useComputed<What extends Computable>(
  what: What,
  body: BodyOf<What> | null,
  asked = true,
) {
  return useQuery({
    ...computedQuery(what, body),
    enabled: body !== null && asked,
    placeholderData: keepPreviousData,
  });
}
