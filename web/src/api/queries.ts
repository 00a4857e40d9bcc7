import { keepPreviousData, type QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { keepLater } from "./answers";
import { api, got, type Pile } from "./client";
import type { paths } from "./schema";

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: () => got(api.GET("/api/me")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const mixturesQuery = queryOptions({
  queryKey: ["mixtures"],
  queryFn: () => got(api.GET("/api/mixtures")),
});

export const paintsQuery = queryOptions({
  queryKey: ["paints"],
  queryFn: () => got(api.GET("/api/paints")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const tubesQuery = queryOptions({
  queryKey: ["tubes", "use"],
  queryFn: () => got(api.GET("/api/tubes")),
  // It changes only where it is changed, and is then fetched anew.
  staleTime: Number.POSITIVE_INFINITY,
});

export const tubesThat = (which: "all" | "away") =>
  queryOptions({
    queryKey: ["tubes", which],
    queryFn: () => got(api.GET("/api/tubes", { params: { query: { which } } })),
  });

export const tubeQuery = (id: number) =>
  queryOptions({
    queryKey: ["tubes", "one", id],
    queryFn: () => got(api.GET("/api/tubes/{tube_id}", { params: { path: { tube_id: id } } })),
  });

export const boxesQuery = queryOptions({
  queryKey: ["boxes"],
  queryFn: () => got(api.GET("/api/boxes")),
});

export const reachQuery = (value: number) =>
  queryOptions({
    queryKey: ["tubes", "reach", value],
    queryFn: () => got(api.GET("/api/reach", { params: { query: { value } } })),
    placeholderData: keepPreviousData,
  });

export const calibrationQuery = (id: number) =>
  queryOptions({
    queryKey: ["tubes", "calibration", id],
    queryFn: () =>
      got(api.GET("/api/tubes/{tube_id}/calibration", { params: { path: { tube_id: id } } })),
    retry: false,
  });

export const instrumentQuery = queryOptions({
  queryKey: ["instrument"],
  queryFn: () => got(api.GET("/api/instrument")),
});

export const pilesQuery = queryOptions({
  queryKey: ["piles"],
  queryFn: () => got(api.GET("/api/piles")),
});

export const pileQuery = (id: number) =>
  queryOptions({
    queryKey: ["piles", id],
    queryFn: () => got(api.GET("/api/piles/{key}", { params: { path: { key: id } } })),
  });

/**
 * Put a pile on screen as an answer to something done tells it. What was asked before that and is
 * still on its way tells of the pile as it was, and is given up; the other piles, which something
 * may have been carried to or from, are asked for anew.
 */
export async function tellPile(cache: QueryClient, pile: Pile): Promise<void> {
  const { queryKey } = pileQuery(pile.id);
  await cache.cancelQueries({ queryKey, exact: true });
  cache.setQueryData(queryKey, pile);
  keepLater(`/api/piles/${pile.id}`);
  cache.invalidateQueries({
    queryKey: pilesQuery.queryKey,
    predicate: (query) => query.queryKey[1] !== pile.id,
  });
}

export const paintingsQuery = queryOptions({
  queryKey: ["paintings"],
  queryFn: () => got(api.GET("/api/paintings")),
});

export const sheetsQuery = queryOptions({
  queryKey: ["sheets"],
  queryFn: () => got(api.GET("/api/scales")),
});

const JUST_NOW_MS = 5000;

export const sheetQuery = (id: number) =>
  queryOptions({
    queryKey: ["sheets", id],
    queryFn: () => got(api.GET("/api/scales/{key}", { params: { path: { key: id } } })),
    // Another window may change it, so only what has just been fetched is laid on the bench.
    staleTime: JUST_NOW_MS,
  });

type Computed = {
  [Path in keyof paths as Path extends `/api/scales/compute/${infer What}`
    ? What
    : never]: paths[Path] extends {
    post: {
      requestBody: { content: { "application/json": infer Body } };
      responses: { 200: { content: { "application/json": infer Answer } } };
    };
  }
    ? { body: Body; answer: Answer }
    : never;
};

/** What the server computes of a request. One that is overtaken by another is given up. */
export function computedQuery<What extends keyof Computed>(
  what: What,
  body: Computed[What]["body"] | null,
) {
  return queryOptions({
    queryKey: ["compute", what, body],
    queryFn: async ({ signal }): Promise<Computed[What]["answer"]> => {
      const path = `/api/scales/compute/${what}` as "/api/scales/compute/chart";
      return got(api.POST(path, { body: body as never, signal })) as never;
    },
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** The same on screen: the last answer stays in sight until the new one is there, by its own
 * question where it is `asked`, or with the answer to something else. */
export function useComputed<What extends keyof Computed>(
  what: What,
  body: Computed[What]["body"] | null,
  asked = true,
) {
  return useQuery({
    ...computedQuery(what, body),
    enabled: body !== null && asked,
    placeholderData: keepPreviousData,
  });
}
