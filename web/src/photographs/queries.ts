import { keepPreviousData } from "@tanstack/react-query";
import { queryOf } from "../api/queries";
import type { PhotographOut } from "../api/schema";

export const photographsQuery = queryOf(["photographs"], "GET /api/photographs");

export const notesQuery = (photograph: PhotographOut, count: number) => ({
  ...queryOf(
    ["photographs", photograph.id, "notes", count, photograph.card_area],
    "GET /api/photographs/{key}/notes",
    { key: photograph.id, count },
  ),
  placeholderData: keepPreviousData,
});
