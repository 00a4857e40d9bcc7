import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type Entry, got } from "../api/client";
import { Problem } from "../api/problem";
import { newToken } from "../api/token";
import { entryQuery, tellEntry } from "./queries";

interface Written {
  name?: string;
  note?: string;
  tags?: string[];
}

interface Remarked {
  word: string;
  colour: string;
  wet: boolean;
  /** The photograph that the colour was read off. */
  photograph: number | null;
}

/** What is done with an entry on its slip. */
export function useEntry(entry: Entry) {
  const cache = useQueryClient();
  const path = { key: entry.id };
  const told = { onSuccess: (now: Entry) => tellEntry(cache, now) };
  const write = useMutation({
    scope: { id: `entry ${entry.id}` },
    // One after another, each on what the one before it left.
    mutationFn: (body: Written) => {
      const now = cache.getQueryData(entryQuery(entry.id).queryKey) ?? entry;
      return got(
        api.PATCH("/api/journal/entries/{key}", {
          params: { path },
          body: { ...body, revision: now.revision },
          // It arrives even where the window closes meanwhile; the longest note is short enough.
          keepalive: true,
        }),
      );
    },
    ...told,
    // What another window wrote is shown; what was typed here stays in its field.
    onError: (error) => {
      if (error instanceof Problem && error.status === 409)
        cache.invalidateQueries({ queryKey: entryQuery(entry.id).queryKey });
    },
  });
  const remark = useMutation({
    retry: 2,
    mutationFn: (body: Remarked & { token: string }) =>
      got(
        api.POST("/api/journal/entries/{key}/remarks", {
          params: { path },
          body: { how: body.photograph === null ? "eye" : "photograph", ...body },
        }),
      ),
    ...told,
  });
  const away = useMutation({
    mutationFn: (thrown: boolean) =>
      thrown
        ? got(api.DELETE("/api/journal/entries/{key}", { params: { path } }))
        : got(api.POST("/api/journal/entries/{key}/restore", { params: { path } })),
    onSuccess: (_, thrown) => tellEntry(cache, { ...entry, thrown_away: thrown }),
  });
  return {
    write: write.mutate,
    remark: (body: Remarked, onDone: () => void) =>
      remark.mutate({ ...body, token: newToken() }, { onSuccess: onDone }),
    throwAway: () => away.mutate(true),
    bringBack: () => away.mutate(false),
    trouble: (write.error ?? remark.error ?? away.error)?.message ?? null,
    busy: write.isPending || remark.isPending,
  };
}
