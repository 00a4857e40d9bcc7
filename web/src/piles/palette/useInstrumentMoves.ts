import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask, type Given, type WithoutToken } from "../../api/client";
import { tellPile } from "../../api/queries";
import type { PileOut } from "../../api/schema";
import { newToken } from "../../api/token";

type Body = Given<"POST /api/piles/{key}/events">["body"];
type AtInstrument = Extract<Body, { kind: "weigh" | "read" | "calibrate" }>;

/** Moves that need what an instrument shows now; all others may wait for the line. */
export function useInstrumentMoves(pile: PileOut) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (move: WithoutToken<AtInstrument>) => {
      const body = { ...move, token: newToken() } as AtInstrument;
      return ask("POST /api/piles/{key}/events", { key: pile.id, body });
    },
    onSuccess: async (now) => {
      await tellPile(cache, now);
      cache.invalidateQueries({ queryKey: ["tubes", "one"] });
    },
  });
}
