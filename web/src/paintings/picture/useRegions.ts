import { useMutation } from "@tanstack/react-query";
import { ask } from "../../api/client";
import type { RequestDraft } from "../draft";
import type { OpenPainting } from "../usePainting";
import { given, liesAlike, membersOf, merged, withMerged, withRegions } from "./regions";

/** Merging, splitting and giving away parts of a picture, each one step that can be undone. */
export function useRegions(painting: OpenPainting) {
  const { request } = painting.draft;
  const key = request.picture?.division ?? 0;
  const told = (regions: number[][], split: number | null = null) =>
    ask("POST /api/paintings/divisions/{key}/regions", { key, body: { regions, split } });
  /** What was answered is of the passages it was asked about, and of no others. */
  const lay = (change: (now: RequestDraft) => RequestDraft) =>
    painting.set((now) => (liesAlike(now.passages, request.passages) ? change(now) : now));
  const merge = useMutation({
    mutationFn: ({ into, from }: { into: number; from: number }) =>
      told(merged(request.passages, into, from)),
    onSuccess: (regions, { from }) => lay((now) => withMerged(now, regions, from)),
  });
  const split = useMutation({
    mutationFn: (place: number) => told(membersOf(request.passages), place),
    onSuccess: (regions, place) => lay((now) => withRegions(now, regions, place)),
  });
  const give = useMutation({
    mutationFn: ({ to, pieces }: { to: number; pieces: ReadonlySet<number> }) =>
      told(given(request.passages, to, pieces)),
    onSuccess: (regions, { to }) => lay((now) => withRegions(now, regions, to)),
  });
  return {
    merge: merge.mutate,
    split: split.mutate,
    give: give.mutate,
    busy: merge.isPending || split.isPending || give.isPending,
    error: merge.error ?? split.error ?? give.error,
  };
}
