import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ask } from "../../api/client";
import { tellPile } from "../../api/queries";
import type { PileOut } from "../../api/schema";
import { newToken } from "../../api/token";

type Move =
  | { what: "split"; into: number; shares?: number[] | null }
  | { what: "family"; kind: "distance" | "value"; share: number }
  | { what: "pot"; pot: number | null }
  | { what: "weigh"; tube: number }
  | { what: "measure"; count: number; colour?: string }
  | { what: "calibrate"; tube: number };

/** Moves that need the server's answer before the next thing can be done. */
export function usePileMoves(pile: PileOut) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (move: Move): Promise<PileOut> => {
      const key = pile.id;
      const token = newToken();
      switch (move.what) {
        case "split":
          return ask("POST /api/piles/{key}/split", {
            key,
            body: { into: move.into, shares: move.shares, token },
          });
        case "family":
          return ask("POST /api/piles/{key}/family", {
            key,
            body: { kind: move.kind, share: move.share, token },
          });
        case "pot":
          return ask("POST /api/piles/{key}/pot", { key, body: { pot: move.pot, token } });
        case "weigh":
          return ask("POST /api/piles/{key}/weigh", { key, body: { tube: move.tube, token } });
        case "measure":
          return ask("POST /api/piles/{key}/measure", {
            key,
            body: { count: move.count, colour: move.colour ?? "", token },
          });
        case "calibrate":
          return ask("POST /api/piles/{key}/calibrate", { key, body: { tube: move.tube } });
      }
    },
    onSuccess: async (now) => {
      await tellPile(cache, now);
      cache.invalidateQueries({ queryKey: ["tubes", "one"] });
      if (now.id !== pile.id)
        navigate({ to: "/piles/{-$pileId}", params: { pileId: String(now.id) } });
    },
  });
}
