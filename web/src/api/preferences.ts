import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask } from "./client";
import { meQuery } from "./queries";
import type { AddIn, Me, Preferences, SheetMeasure } from "./schema";
import { DEFAULTS, TABLES } from "./tables";

/** Nobody in particular, as a studio is before anything is said of it. */
export const NOBODY: Me = {
  ...DEFAULTS.Me,
  ...{ name: null, stage_value: 5, demo: false },
} as Me;

/** Who is in the studio and how they work; what changes is shown at once, and kept with them. */
export function usePreferences() {
  // Known before anything of a studio is shown.
  const { data: me = NOBODY } = useQuery({ ...meQuery, enabled: false });
  const cache = useQueryClient();
  const { mutate } = useMutation({
    mutationFn: (change: Preferences) => ask("PATCH /api/me", { body: change }),
    // What was changed meanwhile is not put back by an answer that comes late.
    scope: { id: "preferences" },
  });
  const prefer = (change: Preferences) => {
    cache.setQueryData(meQuery.queryKey, (now) => now && ({ ...now, ...change } as Me));
    mutate(change, {
      // What is advised is another thing then.
      onSuccess: () =>
        change.never &&
        ["compute", "piles", "mixtures"].map((key) => cache.invalidateQueries({ queryKey: [key] })),
    });
  };
  return { me, prefer };
}

/** The measure that a new sheet begins with: the one this painter took last. */
export function usualMeasure(me: Me): SheetMeasure {
  return withKind({ ...DEFAULTS.SheetMeasure, hand_ml: me.hand_ml }, me.measure);
}

const MEASURES: Readonly<Record<string, { own_step: number | null } | undefined>> = TABLES.measures;

/** What amounts are told in where parts alone will not do. */
export const amountsIn = (kind: string) =>
  kind === "" || kind === "parts" || kind === "strength" ? "ml" : (kind as PileMeasure);

type PileMeasure = NonNullable<AddIn["measure"]>;

/** A measure of another kind, its step one that such a measure has. */
export function withKind<M extends { kind: string; step?: number }>(measure: M, kind: string): M {
  return kind && kind !== measure.kind
    ? { ...measure, kind, step: MEASURES[kind]?.own_step ?? measure.step }
    : measure;
}
