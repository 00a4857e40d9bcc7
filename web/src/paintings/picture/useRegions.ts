import { useMutation } from "@tanstack/react-query";
import { api, got } from "../../api/client";
import type { OpenPainting } from "../usePainting";
import { given, membersOf, merged, withMerged, withRegions } from "./regions";

/** Merging, splitting and giving away parts of a picture, each one step that can be undone. */
export function useRegions(painting: OpenPainting) {
  const { request } = painting.draft;
  const key = request.picture?.division ?? 0;
  const told = (regions: number[][], split: number | null = null) =>
    got(
      api.POST("/api/paintings/divisions/{key}/regions", {
        params: { path: { key } },
        body: { regions, split },
      }),
    );
  const merge = useMutation({
    mutationFn: ({ into, from }: { into: number; from: number }) =>
      told(merged(request.passages, into, from)),
    onSuccess: (regions, { from }) => painting.set((now) => withMerged(now, regions, from)),
  });
  const split = useMutation({
    mutationFn: (place: number) => told(membersOf(request.passages), place),
    onSuccess: (regions, place) => painting.set((now) => withRegions(now, regions, place)),
  });
  const give = useMutation({
    mutationFn: ({ to, pieces }: { to: number; pieces: ReadonlySet<number> }) =>
      told(given(request.passages, to, pieces)),
    onSuccess: (regions, { to }) => painting.set((now) => withRegions(now, regions, to)),
  });
  return {
    merge: merge.mutate,
    split: split.mutate,
    give: give.mutate,
    busy: merge.isPending || split.isPending || give.isPending,
    error: merge.error ?? split.error ?? give.error,
  };
}
