import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { ask } from "../api/client";
import type { PhotographOut } from "../api/schema";

export const photographsQuery = queryOptions({
  queryKey: ["photographs"],
  queryFn: () => ask("GET /api/photographs"),
});

export const notesQuery = (photograph: PhotographOut, count: number) =>
  queryOptions({
    queryKey: ["photographs", photograph.id, "notes", count, photograph.card_area],
    queryFn: () => ask("GET /api/photographs/{key}/notes", { key: photograph.id, count }),
    placeholderData: keepPreviousData,
  });
