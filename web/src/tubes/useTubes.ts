import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got, type NewTube, type TubeChange } from "../api/client";
import { DEFAULTS } from "../api/tables";

export const NEW_TUBE = { ...DEFAULTS.TubeIn, size_ml: null, left_ml: null } as NewTube;

const at = (id: number) => ({ params: { path: { tube_id: id } } });

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
    mutationFn: (tubes: NewTube[]) => got(api.POST("/api/tubes/several", { body: { tubes } })),
    onSettled: refresh,
  });
  const putAway = useMutation({
    mutationFn: (id: number) => got(api.DELETE("/api/tubes/{tube_id}", at(id))),
    onSettled: refresh,
  });
  const bringBack = useMutation({
    mutationFn: (id: number) => got(api.POST("/api/tubes/{tube_id}/restore", at(id))),
    onSettled: refresh,
  });
  const change = useMutation({
    mutationFn: ({ id, body }: { id: number; body: TubeChange }) =>
      // It arrives even where the window closes meanwhile.
      got(api.PATCH("/api/tubes/{tube_id}", { ...at(id), body, keepalive: true })),
    onSettled: refresh,
  });
  return { add, putAway, bringBack, change, refresh };
}
