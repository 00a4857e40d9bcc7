import type { Ticks } from "../api/client";
import { usePreferences } from "../app/preferences";
import { type Ticked, useOutbox } from "./outbox";

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
  return {
    tick: (plan: string, lines: number[], whole: boolean) => {
      if (id === null) return;
      show([...ticks.filter((other) => other.plan !== plan), { plan, lines }]);
      outbox.tick({ of, id, body: { plan, lines, whole } }, `${lines.length} lines of a plan`);
    },
    trouble: outbox.refused?.about === about ? outbox.refused.why : null,
  };
}
