import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask } from "../api/client";
import { Problem } from "../api/problem";
import type { EntryOut } from "../api/schema";
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
export function useEntry(entry: EntryOut) {
  const cache = useQueryClient();
  const path = { key: entry.id };
  const told = { onSuccess: (now: EntryOut) => tellEntry(cache, now) };
  const write = useMutation({
    scope: { id: `entry ${entry.id}` },
    // One after another, each on what the one before it left.
    mutationFn: (body: Written) => {
      const now = cache.getQueryData(entryQuery(entry.id).queryKey) ?? entry;
      return ask("PATCH /api/journal/entries/{key}", {
        ...path,
        body: { ...body, revision: now.revision },
        keepalive: true,
      });
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
      ask("POST /api/journal/entries/{key}/remarks", {
        ...path,
        body: { how: body.photograph === null ? "eye" : "photograph", ...body },
      }),
    ...told,
  });
  const away = useMutation({
    mutationFn: (thrown: boolean) =>
      thrown
        ? ask("DELETE /api/journal/entries/{key}", { ...path })
        : ask("POST /api/journal/entries/{key}/restore", { ...path }),
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
