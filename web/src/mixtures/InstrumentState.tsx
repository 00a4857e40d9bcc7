import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask } from "../api/client";
import { instrumentQuery } from "../api/queries";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

/** How the simulated colorimeter stands, and what it needs before it reads: power, and its tile. */
export function InstrumentState() {
  const { data: state } = useQuery({ ...instrumentQuery, refetchInterval: 20_000 });
  const cache = useQueryClient();
  const took = (now: unknown) => cache.setQueryData(instrumentQuery.queryKey, now as never);
  const on = useMutation({
    mutationFn: () => ask("POST /api/instrument/on"),
    onSuccess: took,
  });
  const tile = useMutation({
    mutationFn: () => ask("POST /api/instrument/tile"),
    onSuccess: took,
  });
  const minutes = Math.ceil((state?.tile_left_s ?? 0) / 60);
  const says = !state?.on
    ? "It is off."
    : minutes === 0
      ? "On; lay it on its white tile."
      : `${state.warm ? "Warm" : "Still warming up"}; its tile holds for ${minutes} minutes.`;
  const error = on.error ?? tile.error;
  return (
    <>
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
      {error && <Note>{error.message}</Note>}
    </>
  );
}
