import { useEffect } from "react";
import { usePreferences } from "../api/preferences";
import type { Ticks } from "../api/schema";
import { type Ticked, useOutbox } from "./outbox";

/** Ticks after some of one plan. */
const withPlan = (ticks: readonly Ticks[], { plan, lines }: Ticks): Ticks[] => [
  ...ticks.filter((other) => other.plan !== plan),
  { plan, lines },
];

/** Ticks of the plans of something that is kept: shown at once, and sent in order, now or later. */
export function useTicks(
  of: Ticked["of"],
  id: number | null,
  ticks: readonly Ticks[],
  show: (ticks: Ticks[]) => void,
) {
  const { me } = usePreferences();
  const outbox = useOutbox(me.name ?? "");
  const about = `${of} ${id}`;
  /** What was ticked before the page was loaded, and is not sent yet, is done all the same. */
  const done = outbox.waiting
    .flatMap((one) => ("ticks" in one && one.about === about ? [one.ticks.body] : []))
    .reduce<readonly Ticks[]>(withPlan, ticks);
  const unknown = JSON.stringify(done) !== JSON.stringify(ticks);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each that is not shown yet
  useEffect(() => {
    if (unknown) show([...done]);
  }, [unknown]);
  return {
    tick: (plan: string, lines: number[], whole: boolean) => {
      if (id === null) return;
      show(withPlan(ticks, { plan, lines }));
      outbox.tick({ of, id, body: { plan, lines, whole } }, `${lines.length} lines of a plan`);
    },
    trouble: outbox.refused?.about === about ? outbox.refused.why : null,
  };
}
