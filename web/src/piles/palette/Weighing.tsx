import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ask } from "../../api/client";
import type { GramScaleOut, TubeOut } from "../../api/schema";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { gramScaleQuery } from "../queries";

const LOOKS_EVERY_MS = 200;
const STEPS = [
  ["0.1", "0.1 g"],
  ["0.01", "0.01 g"],
] as const;

/**
 * The gram scale at the palette: what it shows, and once it has settled on more than nothing, the
 * addition that this was. The scale is simulated, and so is the hand that squeezes paint onto it.
 */
export function Weighing({
  tube,
  wanted,
  taking,
  error,
  onTake,
}: {
  tube: TubeOut | undefined;
  /** Grams that are advised of this tube, where some are. */
  wanted: string | null;
  taking: boolean;
  error: Error | null;
  onTake: (tube: number) => void;
}) {
  const { data: scale } = useQuery({ ...gramScaleQuery, refetchInterval: LOOKS_EVERY_MS });
  const [hand, setHand] = useState(1);
  const cache = useQueryClient();
  /** Whether paint was put on since the last addition was taken. */
  const put = useRef(false);
  const touch = useMutation({
    mutationFn: (act: { put?: number; step?: 0.1 | 0.01 }): Promise<GramScaleOut> => {
      if (act.put !== undefined)
        return ask("POST /api/gram-scale/put", {
          body: { mass_g: act.put, unsteady: act.put > 0 },
        });
      if (act.step) return ask("PUT /api/gram-scale", { body: { step_g: act.step } });
      return ask("POST /api/gram-scale/tare");
    },
    onSuccess: (now, act) => {
      cache.setQueryData(gramScaleQuery.queryKey, now);
      put.current = act.put !== undefined && act.put > 0;
    },
  });
  const settled = scale?.settled === true && (scale.shown_g ?? 0) > 0;
  useEffect(() => {
    if (!settled || !put.current || !tube || taking || touch.isPending) return;
    put.current = false;
    onTake(tube.id);
  }, [settled, tube, taking, touch.isPending, onTake]);
  const step = scale?.step_g === 0.01 ? "0.01" : "0.1";
  const trouble = touch.error ?? error;
  const tooLittle = wanted !== null && scale && Number.parseFloat(wanted) < scale.least_g;
  return (
    <section
      aria-label="Gram scale"
      className="flex w-full flex-wrap items-end gap-3 bg-paper p-3 text-ink"
    >
      <p className="min-w-40 leading-none">
        <span className="block text-sm">The scale (simulated)</span>
        <output className="block text-4xl tabular-nums" data-testid="weight">
          {!scale
            ? "…"
            : scale.shown_g === null
              ? "too much"
              : `${scale.shown_g.toFixed(step.length - 2)} g`}
        </output>
        <span role="status" className="text-sm">
          {!scale
            ? ""
            : scale.shown_g === null
              ? `over ${scale.greatest_g} g: take something off`
              : scale.settled
                ? "settled"
                : "swinging …"}
        </span>
      </p>
      <Choice
        label="Step of the scale"
        look="paper"
        options={STEPS}
        value={step}
        onChoose={(next) => touch.mutate({ step: next === "0.1" ? 0.1 : 0.01 })}
      />
      <Button look="paper" disabled={touch.isPending} onClick={() => touch.mutate({})}>
        Tare
      </Button>
      <NumberField
        label="Squeeze out about"
        unit="g"
        value={hand}
        least={0.01}
        most={600}
        onChange={setHand}
        className="w-36"
      />
      <Button
        look="solid"
        disabled={!tube || touch.isPending || taking}
        onClick={() => touch.mutate({ put: hand })}
      >
        Squeeze it out
      </Button>
      <p className="w-full text-sm leading-snug">
        {tube
          ? `${wanted ? `${wanted} of ${tube.label} is advised${tooLittle ? ", too little for this scale to weigh honestly: let it down first, or take the finer scale" : ""}. ` : ""}What settles on the scale is what was added.`
          : "Tap the tube you squeeze from."}
      </p>
      {trouble && <Note>{trouble.message}</Note>}
    </section>
  );
}
