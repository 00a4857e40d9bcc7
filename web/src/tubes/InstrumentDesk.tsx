import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, got, type Tube } from "../api/client";
import { instrumentQuery } from "../api/queries";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { NumberField } from "../ui/NumberField";
import { useTubeChanges } from "./useTubes";

/** The simulated colorimeter: on, its white tile, then an average of readings. */
export function InstrumentDesk({ tube }: { tube: Tube }) {
  const { data: state } = useQuery({ ...instrumentQuery, refetchInterval: 20_000 });
  const [white, setWhite] = useState(0);
  const [count, setCount] = useState(3);
  const cache = useQueryClient();
  const { refresh } = useTubeChanges();
  const took = (now: unknown) => cache.setQueryData(instrumentQuery.queryKey, now as never);
  const on = useMutation({
    mutationFn: () => got(api.POST("/api/instrument/on")),
    onSuccess: took,
  });
  const tile = useMutation({
    mutationFn: () => got(api.POST("/api/instrument/tile")),
    onSuccess: took,
  });
  const measure = useMutation({
    mutationFn: () =>
      got(
        api.POST("/api/tubes/{tube_id}/measure", {
          params: { path: { tube_id: tube.id } },
          body: { white_parts: white, count },
        }),
      ),
    onSettled: refresh,
  });
  const minutes = Math.ceil((state?.tile_left_s ?? 0) / 60);
  const says = !state?.on
    ? "It is off."
    : minutes === 0
      ? "On; lay it on its white tile."
      : `${state.warm ? "Warm" : "Still warming up"}; its tile holds for ${minutes} minutes.`;
  const error = on.error ?? tile.error ?? measure.error;
  return (
    <section aria-label="Colorimeter" className="flex flex-col gap-2">
      <h2 className="font-bold">With the colorimeter (simulated)</h2>
      <p role="status">{says}</p>
      <div className="flex flex-wrap gap-2">
        {!state?.on && (
          <Button look="paper" disabled={on.isPending} onClick={() => on.mutate()}>
            Switch it on
          </Button>
        )}
        {state?.on && (
          <Button look="paper" disabled={tile.isPending} onClick={() => tile.mutate()}>
            Read the white tile
          </Button>
        )}
      </div>
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
      {error && <Note>{error.message}</Note>}
    </section>
  );
}
