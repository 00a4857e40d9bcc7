import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { api, got, type ScaleRequest } from "./client";

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: () => got(api.GET("/api/me")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const paintsQuery = queryOptions({
  queryKey: ["paints"],
  queryFn: () => got(api.GET("/api/paints")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const tubesQuery = queryOptions({
  queryKey: ["tubes"],
  queryFn: () => got(api.GET("/api/tubes")),
});

export const savedScalesQuery = queryOptions({
  queryKey: ["scales"],
  queryFn: () => got(api.GET("/api/scales")),
});

export const savedScaleQuery = (id: number) =>
  queryOptions({
    queryKey: ["scales", id],
    queryFn: () => got(api.GET("/api/scales/{scale_id}", { params: { path: { scale_id: id } } })),
  });

/** The scale of a request; the last one stays in sight until the new one is there. */
export function useScale(request: ScaleRequest | null) {
  return useQuery({
    queryKey: ["compute", request],
    queryFn: () => got(api.POST("/api/scales/compute", { body: request as ScaleRequest })),
    enabled: request !== null,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}
