import type { QueryClient } from "@tanstack/react-query";
import { computedQuery, sheetQuery, tubesQuery } from "../../api/queries";
import { draftOf, requestOf } from "./draft";

/** Fetch what a sheet's bench will ask for while the bench itself is still on its way. */
export async function prefetchSheet(cache: QueryClient, id: number | null): Promise<void> {
  cache.prefetchQuery(tubesQuery);
  if (id === null) return;
  try {
    const sheet = await cache.fetchQuery(sheetQuery(id));
    const request = requestOf(draftOf(sheet).request, "D65");
    if (request) cache.prefetchQuery(computedQuery(request.kind, request as never));
  } catch {
    // The bench asks again, and says what went wrong.
  }
}
