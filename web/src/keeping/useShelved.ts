import {
  type QueryKey,
  type UseQueryOptions,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import type { NavigateOptions } from "@tanstack/react-router";
import { useState } from "react";
import { keepLater } from "../api/answers";
import { ask } from "../api/client";
import type { Me, Ticks } from "../api/schema";
import type { UnsavedStore } from "./unsaved";
import { type Keeping, type Kept, useKept } from "./useKept";
import { useMoving } from "./useMoving";
import { useTicks } from "./useTicks";

/** What is kept on a shelf. */
interface Shelved extends Kept {
  ticks: Ticks[];
}

/** One kind of thing that is kept on a shelf: where, and how a draft of it is sent. */
export interface Keepsake<D, S extends Shelved> {
  noun: "sheet" | "painting";
  path: "/api/scales" | "/api/paintings";
  query: (id: number) => UseQueryOptions<S, Error, S, (string | number)[]>;
  shelf: readonly string[];
  address: (id: number) => NavigateOptions;
  unsaved: UnsavedStore<D>;
  draftOf: (saved: S) => D;
  /** What is sent of a draft; nothing while something is still to be chosen. */
  bodyOf: (draft: D) => object | null;
  /** Where the answer lies of what a draft comes to; nothing where that is not told of a keeping. */
  computed?: (draft: D) => QueryKey | null;
  /** What the server tells anew of one that is kept, and no line may take away. */
  opened?: (id: number) => string;
}

/** A draft on the bench, kept by itself, with the ticks of its plan. */
export interface Shelving<D, S extends Shelved> extends Omit<Keeping<D, S>, "setSaved"> {
  /** Tick these lines of a plan, and no others. */
  tick: (plan: string, lines: number[], whole: boolean) => void;
  tickTrouble: string | null;
}

const NEVER_STALE = Number.POSITIVE_INFINITY;

/** One thing on the stage: its draft with undo, kept on its shelf as it is made. */
export function useShelved<D extends { name: string; request: object }, S extends Shelved>(
  of: Keepsake<D, S>,
  me: Me,
  opened: S | null,
  start: D,
  address: string,
): Shelving<D, S> {
  const cache = useQueryClient();
  const move = useMoving();
  const [here, setHere] = useState(opened?.id ?? null);
  // Fetched anew only where something else changes what it is computed from.
  const query = { ...of.query(here ?? 0), enabled: here !== null, staleTime: NEVER_STALE };
  const { data: now } = useQuery(query);
  // The two paths take and give what their own kind does, which one type cannot say.
  const path = of.path as "/api/scales";
  const keeping = useKept<D, S>(
    {
      unsaved: of.unsaved,
      draftOf: of.draftOf,
      complete: (draft) => of.bodyOf(draft) !== null,
      differs: (draft, first) => JSON.stringify(draft.request) !== JSON.stringify(first.request),
      create: async (draft, token) => {
        const body = { ...of.bodyOf(draft), revision: null, token };
        return (await ask(`POST ${path}`, { body: body as never })) as unknown as S;
      },
      update: async (draft, id, stand) => {
        const body = { ...of.bodyOf(draft), ...stand };
        const kept = await ask(`PUT ${path}/{key}`, { key: id, body: body as never });
        const key = of.computed?.(draft);
        if (key) cache.setQueryData(key, kept.computed);
        return kept;
      },
      answers: (draft) => {
        const key = of.computed?.(draft);
        return !!key && cache.getQueryData(key) === undefined;
      },
      fetch: (id) => cache.fetchQuery({ ...of.query(id), staleTime: 0 }),
      onKept: (id, created) => {
        const { queryKey } = of.query(id);
        if (created) {
          setHere(id);
          cache.setQueryData(queryKey, created);
          if (of.opened) keepLater(of.opened(id));
        }
        // Who comes back to it fetches it; who has it on the bench need not.
        else cache.invalidateQueries({ queryKey, refetchType: "none" });
        cache.invalidateQueries({ queryKey: of.shelf, exact: true });
      },
      // The bench stays as it is, selection and undo and all, under its new address.
      onMoved: ({ id }, asNew) =>
        move({
          ...of.address(id),
          ...(asNew ? {} : { replace: true, state: { goesOn: address } }),
        }),
    },
    me.name ?? "",
    opened,
    start,
    address,
    now,
  );
  const { setSaved, ...rest } = keeping;
  const { id, saved } = keeping;
  const ticks = useTicks(of.noun, id, saved?.ticks ?? [], (next) => {
    setSaved((was) => was && { ...was, ticks: next });
    // Who comes back to it finds them, before it is fetched anew.
    cache.setQueryData<S>(of.query(id ?? 0).queryKey, (was) => was && { ...was, ticks: next });
  });
  return { ...rest, tick: ticks.tick, tickTrouble: ticks.trouble };
}
