import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type Move } from "../api/client";
import { pileQuery, tellPile, tubesQuery } from "../api/queries";
import { newToken } from "../api/token";
import { millilitres } from "../mixtures/amounts";
import { useHandAmounts } from "../mixtures/measures";
import { Chip } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Note } from "../ui/Note";
import { Colour } from "./Colour";
import type { AskProps } from "./props";

/** What a tap adds: some of the amounts that a hand knows. */
const TAPS: readonly string[] = ["knife-tip", "pea", "hazelnut"];

/** A match on the real palette: target and pile touching, tubes to add, advice when it is asked. */
export function MatchMud({ exercise, judged, onAnswer }: AskProps) {
  const key = exercise.pile ?? 0;
  const { data: pile } = useQuery({ ...pileQuery(key), enabled: key > 0 });
  const { data: tubes = [] } = useQuery(tubesQuery);
  const cache = useQueryClient();
  const hand = useHandAmounts();
  const [amount, setAmount] = useState("pea");
  const [advised, setAdvised] = useState(false);
  const change = useMutation({
    mutationFn: (move: Move) =>
      ask("POST /api/piles/{key}/events", {
        key: key,
        body: { ...move, token: newToken() } as never,
      }),
    onSuccess: (told) => tellPile(cache, told),
  });
  const [target] = exercise.shown;
  const help = pile?.advice?.additions[0];
  return (
    <div className="m-auto flex h-full w-full max-w-4xl flex-col gap-3">
      <div className="flex min-h-44 flex-1">
        {target && <Colour swatch={target.swatch} className="h-full flex-1" />}
        {pile?.look ? (
          <Colour swatch={pile.look} className="h-full flex-1" />
        ) : (
          <span className="hatched h-full flex-1" />
        )}
      </div>
      <p role="status" className="text-sm">
        Left the target, right your pile: {pile?.steps.length ?? 0} additions,{" "}
        {(pile?.volume_ml ?? 0).toFixed(2)} ml.
        {advised && help && ` ${help.says}`}
        {advised && pile && !help && " Nothing to add that an eye would see."}
      </p>
      {change.error && <Note>{change.error.message}</Note>}
      {!judged && (
        <>
          <Choice
            label="How much a tap adds"
            look="stage"
            options={hand
              .filter(([name]) => TAPS.includes(name))
              .map(([name, ml]) => [name, `A ${name}, ${millilitres(ml)}`] as const)}
            value={amount}
            onChoose={setAmount}
          />
          <ul className="grid grid-cols-[repeat(auto-fill,3.5rem)] gap-1">
            {tubes.map((tube) => (
              <li key={tube.id}>
                <button
                  type="button"
                  title={tube.label}
                  aria-label={`Add ${tube.label}`}
                  disabled={change.isPending}
                  onClick={() =>
                    change.mutate({
                      kind: "add",
                      measure: "ml",
                      tube: tube.id,
                      amount: hand.find(([name]) => name === amount)?.[1] ?? 0,
                    })
                  }
                  className="flex h-14 w-14 items-stretch"
                >
                  <Chip
                    masstone={tube.paint.masstone}
                    tint={tube.paint.tint}
                    className="w-full flex-col"
                  />
                </button>
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2">
            <Button
              look="stage"
              disabled={!pile?.steps.length || change.isPending}
              onClick={() => change.mutate({ kind: "take back" })}
            >
              Take the last back
            </Button>
            <Button look="stage" aria-pressed={advised} onClick={() => setAdvised(!advised)}>
              Ask for advice
            </Button>
            <Button look="solid" disabled={!pile?.look} onClick={() => onAnswer({})}>
              That is it
            </Button>
          </div>
        </>
      )}
      {judged && pile && (
        <ol aria-label="Addition by addition" className="flex h-16">
          {pile.steps.map(
            (step, i) =>
              step.look && (
                // biome-ignore lint/suspicious/noArrayIndexKey: an addition is its place
                <li key={i} className="flex-1" title={step.label}>
                  <Colour swatch={step.look} className="h-full w-full" />
                </li>
              ),
          )}
        </ol>
      )}
    </div>
  );
}
