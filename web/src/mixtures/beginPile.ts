import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, got, type NewPile, type Target } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";
import { newToken } from "../api/token";
import { fromHere, stillThere } from "../keeping/going";

/** A target with nothing said yet. */
export const NO_TARGET: Target = { name: "", colour: "", hue: "", mud: false };

/** A pile of the usual size with nothing on it. */
const EMPTY_PILE: NewPile = { name: "", kind: "pile", volume_ml: 5 };

/** A pile to begin, once, with what is known of it. */
export const newPile = (known: Partial<NewPile>): NewPile => ({
  ...EMPTY_PILE,
  ...known,
  token: newToken(),
});

/** An empty pile for a colour to hit. */
export const pileFor = (target: Target): NewPile => newPile({ name: target.name, target });

/** Begin piles from any stage, one after another, and go to the last. */
export function useBeginPiles() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: async (bodies: readonly NewPile[]) => {
      let last = null;
      for (const body of bodies) last = await got(api.POST("/api/piles", { body }));
      return last;
    },
    onMutate: fromHere,
    onSuccess: (pile, _, began) => {
      if (!pile) return;
      cache.setQueryData(pileQuery(pile.id).queryKey, pile);
      if (stillThere(began))
        navigate({ to: "/piles/{-$pileId}", params: { pileId: String(pile.id) } });
    },
    onSettled: () => cache.invalidateQueries({ queryKey: pilesQuery.queryKey, exact: true }),
  });
}
