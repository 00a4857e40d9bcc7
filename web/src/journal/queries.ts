import { keepPreviousData, type QueryClient, queryOptions } from "@tanstack/react-query";
import { api, type Entry, got } from "../api/client";

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

export const wallQuery = (order: Order, filters: Filters) =>
  queryOptions({
    queryKey: ["journal", "wall", order, filters],
    queryFn: () => got(api.GET("/api/journal/wall", { params: { query: { order, ...filters } } })),
    placeholderData: keepPreviousData,
  });

export const pageQuery = (order: Order, filters: Filters, group: string, page: number) =>
  queryOptions({
    queryKey: ["journal", "page", order, filters, group, page],
    queryFn: () =>
      got(
        api.GET("/api/journal/swatches", {
          params: { query: { order, group, first: page * PAGE, count: PAGE, ...filters } },
        }),
      ),
    staleTime: 30_000,
  });

export const mapQuery = (filters: Filters) =>
  queryOptions({
    queryKey: ["journal", "map", filters],
    queryFn: () => got(api.GET("/api/journal/map", { params: { query: { ...filters } } })),
    placeholderData: keepPreviousData,
  });

export const nearQuery = (colour: string, filters: Filters) =>
  queryOptions({
    queryKey: ["journal", "near", colour, filters],
    queryFn: () => got(api.GET("/api/journal/near", { params: { query: { colour, ...filters } } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const entryQuery = (id: number) =>
  queryOptions({
    queryKey: ["journal", "entry", id],
    queryFn: () => got(api.GET("/api/journal/entries/{key}", { params: { path: { key: id } } })),
  });

export const storeQuery = (painting: number | undefined) =>
  queryOptions({
    queryKey: ["journal", "store", painting],
    queryFn: () => got(api.GET("/api/journal/store", { params: { query: { painting } } })),
    placeholderData: keepPreviousData,
  });

export const teachesQuery = queryOptions({
  queryKey: ["journal", "teaches"],
  queryFn: () => got(api.GET("/api/journal/teaches")),
});

/** Puts an entry as it is now where it is looked for, and has the wall fetched anew. */
export function tellEntry(cache: QueryClient, entry: Entry) {
  cache.setQueryData(entryQuery(entry.id).queryKey, entry);
  cache.invalidateQueries({ queryKey: ["journal", "wall"] });
  cache.invalidateQueries({ queryKey: ["journal", "page"] });
  cache.invalidateQueries({ queryKey: ["journal", "map"] });
}
