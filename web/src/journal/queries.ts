import { keepPreviousData, type QueryClient, queryOptions } from "@tanstack/react-query";
import { ask } from "../api/client";
import { queryOf } from "../api/queries";
import type { EntryOut } from "../api/schema";

/** How the wall is ordered. */
export type Order = "day" | "painting" | "tubes";

/** What of the journal is looked at: the wall in an order, or what it comes to. */
export type View = Order | "colour" | "store" | "teaches";

/** Which entries are looked at; what is left out holds nobody back. */
export interface Filters {
  words?: string;
  tag?: string;
  medium?: "opaque" | "wash";
  painting?: number;
  owned?: boolean;
  read?: boolean;
  true?: boolean;
}

/** Swatches that are fetched together. */
export const PAGE = 200;

export const wallQuery = (order: Order, filters: Filters) => ({
  ...queryOf(["journal", "wall", order, filters], "GET /api/journal/wall", { order, ...filters }),
  placeholderData: keepPreviousData,
});

export const pageQuery = (order: Order, filters: Filters, group: string, page: number) =>
  queryOptions({
    queryKey: ["journal", "page", order, filters, group, page],
    queryFn: () =>
      ask("GET /api/journal/swatches", {
        order,
        group,
        first: page * PAGE,
        count: PAGE,
        ...filters,
      }),
    staleTime: 30_000,
  });

export const mapQuery = (filters: Filters) => ({
  ...queryOf(["journal", "map", filters], "GET /api/journal/map", { ...filters }),
  placeholderData: keepPreviousData,
});

export const nearQuery = (colour: string, filters: Filters) => ({
  ...queryOf(["journal", "near", colour, filters], "GET /api/journal/near", { colour, ...filters }),
  placeholderData: keepPreviousData,
  retry: false,
});

export const entryQuery = (id: number) =>
  queryOf(["journal", "entry", id], "GET /api/journal/entries/{key}", { key: id });

export const storeQuery = (painting: number | undefined) => ({
  ...queryOf(["journal", "store", painting], "GET /api/journal/store", { painting }),
  placeholderData: keepPreviousData,
});

export const teachesQuery = queryOf(["journal", "teaches"], "GET /api/journal/teaches");

/** Puts an entry as it is now where it is looked for, and has the wall fetched anew. */
export function tellEntry(cache: QueryClient, entry: EntryOut) {
  cache.setQueryData(entryQuery(entry.id).queryKey, entry);
  cache.invalidateQueries({ queryKey: ["journal", "wall"] });
  cache.invalidateQueries({ queryKey: ["journal", "page"] });
  cache.invalidateQueries({ queryKey: ["journal", "map"] });
}
