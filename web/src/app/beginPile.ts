import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, got, type NewPile } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";

/** Begin a pile from any stage, and go to it. */
export function useBeginPile() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: NewPile) => got(api.POST("/api/piles", { body })),
    onSuccess: (pile) => {
      cache.setQueryData(pileQuery(pile.id).queryKey, pile);
      cache.invalidateQueries({ queryKey: pilesQuery.queryKey, exact: true });
      navigate({ to: "/piles/{-$pileId}", params: { pileId: String(pile.id) } });
    },
  });
}
