import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api, got, type Photograph } from "../api/client";

export const photographsQuery = queryOptions({
  queryKey: ["photographs"],
  queryFn: () => got(api.GET("/api/photographs")),
});

export const notesQuery = (photograph: Photograph, count: number) =>
  queryOptions({
    queryKey: ["photographs", photograph.id, "notes", count, photograph.card_area],
    queryFn: () =>
      got(
        api.GET("/api/photographs/{key}/notes", {
          params: { path: { key: photograph.id }, query: { count } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
