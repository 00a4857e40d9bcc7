import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, got, type NewPile, type Target } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";

/** A target with nothing said yet. */
export const NO_TARGET: Target = { name: "", colour: "", mud: false };

/** A pile of the usual size with nothing on it. */
export const EMPTY_PILE: NewPile = { name: "", kind: "pile", volume_ml: 5 };

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
