import type { QueryClient } from "@tanstack/react-query";
import { ask } from "../../api/client";
import { computedQuery, sheetQuery, tubesQuery } from "../../api/queries";
import type { SheetOut } from "../../api/schema";
import { draftOf, KEPT_LIGHT, requestOf } from "../../mixtures/sheets/draft";

/** Fetch what a sheet's bench will ask for while the bench itself is still on its way. */
export async function prefetchSheet(cache: QueryClient, id: number | null): Promise<void> {
  await Promise.all([
    cache.prefetchQuery(tubesQuery),
    id !== null && cache.prefetchQuery({ ...sheetQuery(id), queryFn: () => opened(cache, id) }),
  ]);
}

/** A sheet, and what it comes to now, which its bench then finds computed. */
async function opened(cache: QueryClient, id: number): Promise<SheetOut> {
  const { sheet, computed } = await ask("GET /api/scales/{key}/opened", { key: id });
  const request = requestOf(draftOf(sheet).request, KEPT_LIGHT);
  if (request && computed) {
    cache.setQueryData(computedQuery("chart", request).queryKey, computed);
  }
  return sheet;
}
