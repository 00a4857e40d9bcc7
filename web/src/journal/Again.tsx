import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ArrowRight, RotateCcw } from "lucide-react";
import { useState } from "react";
import { ask } from "../api/client";
import { amountsIn, usePreferences, withKind } from "../api/preferences";
import { pileQuery, pilesQuery } from "../api/queries";
import type { EntryOut, Measure } from "../api/schema";
import { DEFAULTS } from "../api/tables";
import { newToken } from "../api/token";
import { fromHere, stillThere } from "../keeping/going";
import { NO_TARGET, newPile, useBeginPiles } from "../mixtures/beginPile";
import { MeasureFields } from "../mixtures/measures";
import { Swatch } from "../seen/Swatch";
import { ActionMenu } from "../ui/ActionMenu";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { NumberField } from "../ui/NumberField";

const DIRECTIONS = ["lighter", "darker", "warmer", "cooler", "greyer", "clearer"] as const;

type Direction = (typeof DIRECTIONS)[number];

/** An entry mixed again: any amount, in the painter's measure, or a step another way. */
export function Again({ entry }: { entry: EntryOut }) {
  const [open, setOpen] = useState(false);
  const but = useBut(entry.id);
  const gone = entry.mixture === null;
  return (
    <section aria-label="Mix it again">
      <div className="flex flex-wrap gap-2">
        <Button
          look="solid"
          aria-expanded={open}
          disabled={gone}
          onClick={() => setOpen(!open)}
          className="flex-1"
        >
          <RotateCcw aria-hidden="true" size={18} /> Mix it again
        </Button>
        <ActionMenu
          says="Again, but"
          actions={DIRECTIONS.map((says) => ({ says, does: () => but.mutate(says) }))}
        />
      </div>
      {gone && <p className="pt-1">What is in it is in no tube of yours any more.</p>}
      {but.error && <Note>{but.error.message}</Note>}
      {open && <Plan entry={entry} />}
    </section>
  );
}

function useBut(id: number) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (way: Direction) =>
      ask("POST /api/journal/entries/{key}/but", { key: id, body: { way, token: newToken() } }),
    onMutate: fromHere,
    onSuccess: (pile, _, began) => {
      cache.setQueryData(pileQuery(pile.id).queryKey, pile);
      cache.invalidateQueries({ queryKey: pilesQuery.queryKey, exact: true });
      if (stillThere(began))
        navigate({ to: "/piles/{-$pileId}", params: { pileId: String(pile.id) } });
    },
  });
}

function Plan({ entry }: { entry: EntryOut }) {
  const usual = entry.mixings.find(({ volume_ml }) => volume_ml !== null)?.volume_ml ?? 5;
  const [amount, setAmount] = useState(Number(usual.toPrecision(2)));
  const { me } = usePreferences();
  const [measure, setMeasure] = useState<Measure>(() =>
    withKind({ ...DEFAULTS.Measure, hand_ml: me.hand_ml }, amountsIn(me.measure)),
  );
  const begin = useBeginPiles();
  const plan = useMutation({
    mutationFn: (nearest: boolean) =>
      ask("POST /api/journal/entries/{key}/again", {
        key: entry.id,
        body: {
          volume_ml: amount,
          measure,
          nearest,
        },
      }),
  });
  const told = plan.data;
  return (
    <div className="mt-2 flex flex-col gap-2 border-ink border-l-4 pl-3">
      <div className="flex flex-wrap items-end gap-2">
        <NumberField
          label="How much"
          unit="ml"
          value={amount}
          least={0.1}
          most={2000}
          onChange={setAmount}
          className="w-28"
        />
        <MeasureFields
          measure={measure}
          onChange={(patch) => setMeasure({ ...measure, ...patch })}
        />
      </div>
      <Button look="solid" disabled={plan.isPending} onClick={() => plan.mutate(false)}>
        {plan.isPending ? "Working it out …" : "Tell me how"}
      </Button>
      {plan.error && <Note>{plan.error.message}</Note>}
      {told && (
        <>
          {told.says && (
            <div className="flex items-center gap-2">
              <Swatch colour={entry.look} className="h-11 w-11 shrink-0" />
              <Swatch colour={told.look} className="-ml-2 h-11 w-11 shrink-0" />
              <p className="leading-snug" data-testid="again-says">
                {told.says}
              </p>
            </div>
          )}
          <ol className="list-decimal pl-5 leading-snug" data-testid="again-lines">
            {told.lines.map((line) => (
              <li key={line.says}>{line.says}</li>
            ))}
          </ol>
          <Button
            look="paper"
            onClick={() =>
              begin.mutate([
                newPile({
                  name: entry.title,
                  target: { ...NO_TARGET, name: entry.title, kept: entry.id },
                  mixture: told.mixture,
                  volume_ml: amount,
                }),
              ])
            }
          >
            <ArrowRight aria-hidden="true" size={18} /> Put it on the palette
          </Button>
          {begin.error && <Note>{begin.error.message}</Note>}
        </>
      )}
    </div>
  );
}
