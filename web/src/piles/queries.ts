import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { ask, type Light } from "../api/client";

/** A pile and its target as a light shows them; `changed` tells one state of the pile from others. */
export const touchingQuery = (id: number, light: Light, changed: string) =>
  queryOptions({
    queryKey: ["piles", id, "touching", light, changed],
    queryFn: () => ask("GET /api/piles/{key}/touching", { key: id, light }),
    placeholderData: keepPreviousData,
  });

/** What was kept before that is near a pile's target, or its own colour where it has none. */
export const mixturesNear = (pile: number, changed: string) =>
  queryOptions({
    queryKey: ["mixtures", "near", pile, changed],
    queryFn: () => ask("GET /api/piles/{key}/near", { key: pile, count: 3 }),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const gramScaleQuery = queryOptions({
  queryKey: ["gram scale"],
  queryFn: () => ask("GET /api/gram-scale"),
});
