import { keepPreviousData } from "@tanstack/react-query";
import type { Light } from "../api/client";
import { queryOf } from "../api/queries";

/** A pile and its target as a light shows them; `changed` tells one state of the pile from others. */
export const touchingQuery = (id: number, light: Light, changed: string) => ({
  ...queryOf(["piles", id, "touching", light, changed], "GET /api/piles/{key}/touching", {
    key: id,
    light,
  }),
  placeholderData: keepPreviousData,
});

/** What was kept before that is near a pile's target, or its own colour where it has none. */
export const mixturesNear = (pile: number, changed: string) => ({
  ...queryOf(["mixtures", "near", pile, changed], "GET /api/piles/{key}/near", {
    key: pile,
    count: 3,
  }),
  placeholderData: keepPreviousData,
  retry: false,
});

export const gramScaleQuery = queryOf(["gram scale"], "GET /api/gram-scale");
