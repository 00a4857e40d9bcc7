import { keepPreviousData, type QueryClient, queryOptions } from "@tanstack/react-query";
import { api, got, type Light, type Pile } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";

/**
 * Put a pile on screen as an answer to something done tells it. What was asked before that and is
 * still on its way tells of the pile as it was, and is given up; the other piles, which something
 * may have been carried to or from, are asked for anew.
 */
export async function tellPile(cache: QueryClient, pile: Pile): Promise<void> {
  const { queryKey } = pileQuery(pile.id);
  await cache.cancelQueries({ queryKey, exact: true });
  cache.setQueryData(queryKey, pile);
  cache.invalidateQueries({
    queryKey: pilesQuery.queryKey,
    predicate: (query) => query.queryKey[1] !== pile.id,
  });
}

/** A pile and its target as a light shows them; `changed` tells one state of the pile from others. */
export const touchingQuery = (id: number, light: Light, changed: string) =>
  queryOptions({
    queryKey: ["piles", id, "touching", light, changed],
    queryFn: () =>
      got(
        api.GET("/api/piles/{pile_id}/touching", {
          params: { path: { pile_id: id }, query: { light } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const mixturesQuery = queryOptions({
  queryKey: ["mixtures"],
  queryFn: () => got(api.GET("/api/mixtures")),
});

/** What was kept before that is near a pile's target, or its own colour where it has none. */
export const mixturesNear = (pile: number, changed: string) =>
  queryOptions({
    queryKey: ["mixtures", "near", pile, changed],
    queryFn: () =>
      got(
        api.GET("/api/piles/{pile_id}/near", {
          params: { path: { pile_id: pile }, query: { count: 3 } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const gramScaleQuery = queryOptions({
  queryKey: ["gram scale"],
  queryFn: () => got(api.GET("/api/gram-scale")),
});
