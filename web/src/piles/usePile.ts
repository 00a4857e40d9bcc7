import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got, type PileEvent } from "../api/client";
import { Problem } from "../api/problem";
import { pileQuery, pilesQuery } from "../api/queries";

const TRIES = 5;

/** A mark that tells one thing done from all others, so that sending it twice does it once. */
export function newToken(): string {
  return crypto.randomUUID().replaceAll("-", "");
}

/** What is done to a pile: in order, each once, and again where the line was silent. */
export function usePileEvents(id: number) {
  const cache = useQueryClient();
  return useMutation({
    scope: { id: `pile ${id}` },
    retry: (count, error) => error instanceof Problem && error.status === 0 && count < TRIES,
    mutationFn: (body: PileEvent) =>
      got(api.POST("/api/piles/{pile_id}/events", { params: { path: { pile_id: id } }, body })),
    onSuccess: (pile) => {
      cache.setQueryData(pileQuery(id).queryKey, pile);
      cache.invalidateQueries({ queryKey: pilesQuery.queryKey, exact: true });
    },
  });
}
