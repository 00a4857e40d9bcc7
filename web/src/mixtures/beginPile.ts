import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ask } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";
import type { PileIn, Target } from "../api/schema";
import { newToken } from "../api/token";
import { fromHere, stillThere } from "../keeping/going";

/** A target with nothing said yet. */
export const NO_TARGET: Target = { name: "", colour: "", hue: "", mud: false };

/** A pile of the usual size with nothing on it. */
const EMPTY_PILE: PileIn = { name: "", kind: "pile", volume_ml: 5 };

/** A pile to begin, once, with what is known of it. */
export const newPile = (known: Partial<PileIn>): PileIn => ({
  ...EMPTY_PILE,
  ...known,
  token: newToken(),
});

/** An empty pile for a colour to hit. */
export const pileFor = (target: Target): PileIn => newPile({ name: target.name, target });

/** Begin piles from any stage, one after another, and go to the last. */
export function useBeginPiles() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: async (bodies: readonly PileIn[]) => {
      let last = null;
      for (const body of bodies) last = await ask("POST /api/piles", { body });
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
