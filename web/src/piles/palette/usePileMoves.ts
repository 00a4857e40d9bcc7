import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, got, type Pile } from "../../api/client";
import { tellPile } from "../../api/queries";
import { newToken } from "../../api/token";

type Move =
  | { what: "split"; into: number; shares?: number[] | null }
  | { what: "family"; kind: "distance" | "value"; share: number }
  | { what: "pot"; pot: number | null }
  | { what: "weigh"; tube: number }
  | { what: "measure"; count: number; colour?: string }
  | { what: "calibrate"; tube: number };

/** Moves that need the server's answer before the next thing can be done. */
export function usePileMoves(pile: Pile) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (move: Move): Promise<Pile> => {
      const params = { path: { key: pile.id } };
      const token = newToken();
      switch (move.what) {
        case "split":
          return got(
            api.POST("/api/piles/{key}/split", {
              params,
              body: { into: move.into, shares: move.shares, token },
            }),
          );
        case "family":
          return got(
            api.POST("/api/piles/{key}/family", {
              params,
              body: { kind: move.kind, share: move.share, token },
            }),
          );
        case "pot":
          return got(api.POST("/api/piles/{key}/pot", { params, body: { pot: move.pot, token } }));
        case "weigh":
          return got(
            api.POST("/api/piles/{key}/weigh", { params, body: { tube: move.tube, token } }),
          );
        case "measure":
          return got(
            api.POST("/api/piles/{key}/measure", {
              params,
              body: { count: move.count, colour: move.colour ?? "", token },
            }),
          );
        case "calibrate":
          return got(api.POST("/api/piles/{key}/calibrate", { params, body: { tube: move.tube } }));
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
