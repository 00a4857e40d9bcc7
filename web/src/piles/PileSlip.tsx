import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, got, type Pile } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Swatch } from "../ui/Swatch";
import { TextField } from "../ui/TextField";

/** Millilitres as a painter would read them. */
export function millilitres(ml: number): string {
  const places = ml >= 10 ? 0 : ml >= 1 ? 1 : ml >= 0.1 ? 2 : 3;
  return `${ml.toFixed(places)} ml`;
}

/** The slip at the palette: what is wrong, what to add, and everything that was added. */
export function PileSlip({
  pile,
  busy,
  onAdd,
}: {
  pile: Pile;
  busy: boolean;
  onAdd: (tube: number, volume_ml: number) => void;
}) {
  const { advice } = pile;
  return (
    <aside
      aria-label="The slip"
      className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto bg-paper px-4 py-3 text-ink"
    >
      <Written pile={pile} />
      {advice && (
        <section aria-label="Advice" className="border-ink border-t-2 pt-2">
          <p className="text-lg leading-snug" data-testid="advice">
            {advice.says}
          </p>
          {advice.delta_e_now !== null && (
            <p className="text-ink-soft text-sm">
              ΔE {advice.delta_e_now.toFixed(1)} from the target
              {advice.additions.length > 0 &&
                `; ΔE ${advice.delta_e_then.toFixed(1)} once all of this is in, and ${advice.growth.toFixed(1)} times the paint`}
              .
            </p>
          )}
          <ol className="divide-y divide-ink/20">
            {advice.additions.map((addition) => (
              <li key={addition.tube} className="py-2 leading-snug">
                <span className="flex items-stretch gap-2">
                  <Swatch colour={addition} className="w-11 shrink-0" />
                  <span className="min-w-0 flex-1">
                    <b>{millilitres(addition.volume_ml)}</b> {addition.label}
                    <span className="block text-ink-soft text-sm">{addition.says}</span>
                  </span>
                </span>
                <Button
                  look="paper"
                  className="mt-1 w-full"
                  disabled={busy}
                  onClick={() => onAdd(addition.tube, addition.first_ml)}
                >
                  {addition.first_ml < addition.volume_ml
                    ? `Add ${millilitres(addition.first_ml)} first, then look`
                    : `Add ${millilitres(addition.first_ml)}`}
                </Button>
              </li>
            ))}
          </ol>
        </section>
      )}
      {!advice && (
        <p className="border-ink border-t-2 pt-2">
          Without a target there is no advice: say above what colour you want.
        </p>
      )}
      <section aria-label="What is in it" className="border-ink border-t-2 pt-2">
        <h2 className="font-bold">What was put on it</h2>
        {pile.steps.length === 0 && <p>Nothing yet.</p>}
        <ol>
          {pile.steps.map((step, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: an addition is its place
            <li key={i} className="flex items-center gap-2 leading-tight">
              <Swatch colour={step} className="h-9 w-9 shrink-0" />
              <span className="min-w-0 flex-1">
                <b>{millilitres(step.volume_ml)}</b> {step.label}
              </span>
              <span className="text-ink-soft text-sm">{step.munsell}</span>
            </li>
          ))}
        </ol>
      </section>
    </aside>
  );
}

/** The pile's name and its target, kept as they are left. */
function Written({ pile }: { pile: Pile }) {
  const [name, setName] = useState(pile.name);
  const [colour, setColour] = useState("");
  const cache = useQueryClient();
  const change = useMutation({
    mutationFn: (body: { name?: string; colour?: string }) =>
      got(
        api.PATCH("/api/piles/{pile_id}", {
          params: { path: { pile_id: pile.id } },
          body: {
            ...(body.name === undefined ? {} : { name: body.name }),
            ...(body.colour === undefined
              ? {}
              : { target: { name: "", colour: body.colour, mixture: null } }),
          },
        }),
      ),
    onSuccess: (now) => {
      cache.setQueryData(pileQuery(pile.id).queryKey, now);
      cache.invalidateQueries({ queryKey: pilesQuery.queryKey, exact: true });
      setColour("");
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <TextField
        label="Name of the pile"
        value={name}
        most={120}
        onChange={setName}
        onDone={() => name.trim() && name !== pile.name && change.mutate({ name })}
      />
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate({ colour });
        }}
      >
        <TextField
          label={pile.target ? `Target: ${pile.target_name}` : "Target"}
          value={colour}
          most={60}
          placeholder={pile.target ? "another colour" : "5YR 4/2 …"}
          onChange={setColour}
          className="min-w-0 flex-1"
        />
        <Button look="paper" type="submit" disabled={!colour.trim() || change.isPending}>
          Set
        </Button>
      </form>
      {change.error && <Note>{change.error.message}</Note>}
    </div>
  );
}
