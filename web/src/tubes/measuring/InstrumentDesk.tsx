import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import type { TubeOut } from "../../api/schema";
import { InstrumentState } from "../../mixtures/InstrumentState";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { useTubeChanges } from "../useTubes";

/** A drawdown of the tube under the colorimeter: an average of readings. */
export function InstrumentDesk({ tube }: { tube: TubeOut }) {
  const [white, setWhite] = useState(0);
  const [count, setCount] = useState(3);
  const { refresh } = useTubeChanges();
  const measure = useMutation({
    mutationFn: () =>
      ask("POST /api/tubes/{tube_id}/measure", {
        tube_id: tube.id,
        body: { white_parts: white, count },
      }),
    onSettled: refresh,
  });
  return (
    <section aria-label="Colorimeter" className="flex flex-col gap-2">
      <InstrumentState />
      <div className="flex items-end gap-2">
        <NumberField
          label="White under it"
          unit="parts"
          value={white}
          least={0}
          most={1000}
          onChange={setWhite}
        />
        <NumberField
          label="Readings"
          value={count}
          least={1}
          most={20}
          onChange={(wanted) => setCount(Math.round(wanted))}
          className="w-24"
        />
        <Button look="solid" disabled={measure.isPending} onClick={() => measure.mutate()}>
          Measure
        </Button>
      </div>
      {measure.error && <Note>{measure.error.message}</Note>}
    </section>
  );
}
