import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { api, got } from "./client";
import type { paths } from "./schema";

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
  // It changes only where it is changed, and is then fetched anew.
  staleTime: Number.POSITIVE_INFINITY,
});

export const sheetsQuery = queryOptions({
  queryKey: ["sheets"],
  queryFn: () => got(api.GET("/api/scales")),
});

export const sheetQuery = (id: number) =>
  queryOptions({
    queryKey: ["sheets", id],
    queryFn: () => got(api.GET("/api/scales/{sheet_id}", { params: { path: { sheet_id: id } } })),
  });

type Computed = {
  [Path in keyof paths as Path extends `/api/scales/compute/${infer What}`
    ? What
    : never]: paths[Path] extends {
    post: {
      requestBody: { content: { "application/json": infer Body } };
      responses: { 200: { content: { "application/json": infer Answer } } };
    };
  }
    ? { body: Body; answer: Answer }
    : never;
};

/** What the server computes of a request. One that is overtaken by another is given up. */
export function computedQuery<What extends keyof Computed>(
  what: What,
  body: Computed[What]["body"] | null,
) {
  return queryOptions({
    queryKey: ["compute", what, body],
    queryFn: async ({ signal }): Promise<Computed[What]["answer"]> => {
      const path = `/api/scales/compute/${what}` as "/api/scales/compute/scale";
      return got(api.POST(path, { body: body as never, signal })) as never;
    },
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** The same on screen: the last answer stays in sight until the new one is there. */
export function useComputed<What extends keyof Computed>(
  what: What,
  body: Computed[What]["body"] | null,
) {
  return useQuery({
    ...computedQuery(what, body),
    enabled: body !== null,
    placeholderData: keepPreviousData,
  });
}
