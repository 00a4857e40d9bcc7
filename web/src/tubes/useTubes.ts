import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask } from "../api/client";
import type { TubeChange, TubeIn } from "../api/schema";
import { DEFAULTS } from "../api/tables";

export const NEW_TUBE = { ...DEFAULTS.TubeIn, size_ml: null, left_ml: null } as TubeIn;

/** Changes to tubes; whatever shows or computes with tubes is fetched anew after each. */
export function useTubeChanges() {
  const cache = useQueryClient();
  const refresh = () =>
    Promise.all(
      ["tubes", "boxes", "compute", "sheets"].map((key) =>
        cache.invalidateQueries({ queryKey: [key] }),
      ),
    );
  const add = useMutation({
    // All of them come into the box, or none.
    mutationFn: (tubes: TubeIn[]) => ask("POST /api/tubes/several", { body: { tubes } }),
    onSettled: refresh,
  });
  const putAway = useMutation({
    mutationFn: (tube_id: number) => ask("DELETE /api/tubes/{tube_id}", { tube_id }),
    onSettled: refresh,
  });
  const bringBack = useMutation({
    mutationFn: (tube_id: number) => ask("POST /api/tubes/{tube_id}/restore", { tube_id }),
    onSettled: refresh,
  });
  const change = useMutation({
    mutationFn: ({ id, body }: { id: number; body: TubeChange }) =>
      // It arrives even where the window closes meanwhile.
      ask("PATCH /api/tubes/{tube_id}", { tube_id: id, body, keepalive: true }),
    onSettled: refresh,
  });
  return { add, putAway, bringBack, change, refresh };
}
