import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { ask } from "../api/client";
import { queryOf } from "../api/queries";
import type { Measure, PaintingRequest } from "../api/schema";
import { GIVING } from "./draft";

const JUST_NOW_MS = 5000;

/** A painting's palette and versions as they are at a revision. */
export const keptPaintingQuery = (id: number, revision: number) =>
  queryOptions({ ...paintingQuery(id), queryKey: ["paintings", id, "at", revision] });

export const paintingQuery = (id: number) => ({
  ...queryOf(["paintings", id], "GET /api/paintings/{key}", { key: id }),
  // Another window may change it, so only what has just been fetched is laid on the bench.
  staleTime: JUST_NOW_MS,
});

const KEPT = { staleTime: Number.POSITIVE_INFINITY, retry: false } as const;

const harmonyQuery = (body: PaintingRequest) =>
  queryOptions({
    queryKey: ["compute", "harmony", body],
    queryFn: ({ signal }) => ask("POST /api/paintings/compute/harmony", { body, signal }),
    ...KEPT,
  });

/** The painting as computed; the last answer stays in sight until the new one is there. */
export const useHarmony = (body: PaintingRequest) =>
  useQuery({ ...harmonyQuery(body), placeholderData: keepPreviousData });

/** What may be the mother; how a mother is given changes nothing about that, but for the accents. */
export function useMothers(request: PaintingRequest, enabled: boolean) {
  const { accent_share } = request.giving;
  const giving = { ...GIVING, accent_share };
  const body = { ...request, mother: null, giving };
  return useQuery({
    queryKey: ["compute", "mothers", body],
    queryFn: ({ signal }) => ask("POST /api/paintings/compute/mothers", { body, signal }),
    placeholderData: keepPreviousData,
    enabled,
    ...KEPT,
  });
}

export const useSchools = (request: PaintingRequest, tubes: number) =>
  useQuery({
    queryKey: ["compute", "schools", request, tubes],
    queryFn: ({ signal }) =>
      ask("POST /api/paintings/compute/schools", { body: { request, tubes }, signal }),
    placeholderData: keepPreviousData,
    enabled: request.mother != null,
    ...KEPT,
  });

export const usePaintingPlan = (request: PaintingRequest, measure: Measure) =>
  useQuery({
    queryKey: ["compute", "painting plan", request, measure],
    queryFn: ({ signal }) =>
      ask("POST /api/paintings/compute/plan", { body: { request, measure }, signal }),
    placeholderData: keepPreviousData,
    ...KEPT,
  });
