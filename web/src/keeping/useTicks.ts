import { useMutation } from "@tanstack/react-query";
import type { Ticks } from "../api/client";

/** Ticks of the plans of something that is kept, each put there at once and sent in order. */
export function useTicks(
  what: string,
  ticks: readonly Ticks[],
  show: (ticks: Ticks[]) => void,
  send: (body: Ticks & { whole: boolean }) => Promise<unknown>,
) {
  const ticking = useMutation({
    // One after another, so that the last tick is what stays.
    scope: { id: `ticks of ${what}` },
    retry: 3,
    mutationFn: send,
  });
  return {
    tick: (plan: string, lines: number[], whole: boolean) => {
      show([...ticks.filter((other) => other.plan !== plan), { plan, lines }]);
      ticking.mutate({ plan, lines, whole });
    },
    trouble: ticking.error?.message ?? null,
  };
}
