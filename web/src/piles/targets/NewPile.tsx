import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask } from "../../api/client";
import { tellPile } from "../../api/queries";
import type { PileOut, Target } from "../../api/schema";
import { pileFor, useBeginPiles } from "../../mixtures/beginPile";
import { TargetChooser } from "../../mixtures/targets/TargetChooser";

/** A pile for each colour, the darkest begun last: it lies on top, and is mixed first. */
const darkestOnTop = (darkToLight: readonly Target[]) => [...darkToLight].reverse().map(pileFor);

/** A new pile for a colour, or one for each of a set of notes. */
export function NewPile({ onCancel }: { onCancel?: () => void }) {
  const begin = useBeginPiles();
  return (
    <TargetChooser
      named="A new pile"
      verb="Begin the pile"
      busy={begin.isPending}
      error={begin.error}
      onDone={(target) => begin.mutate([pileFor(target)])}
      onEach={(targets) => begin.mutate(darkestOnTop(targets))}
      onCancel={onCancel}
    />
  );
}

/** Another target for the open pile. */
export function NewTarget({ pile, onDone }: { pile: PileOut; onDone: () => void }) {
  const cache = useQueryClient();
  const change = useMutation({
    mutationFn: (target: Target) =>
      ask("PATCH /api/piles/{key}", { key: pile.id, body: { target } }),
    onSuccess: async (now) => {
      await tellPile(cache, now);
      onDone();
    },
  });
  const begin = useBeginPiles();
  return (
    <TargetChooser
      named="Another target"
      verb="Make it the target"
      busy={change.isPending || begin.isPending}
      error={change.error ?? begin.error}
      onDone={(target) => change.mutate(target)}
      onEach={(targets) => begin.mutate(darkestOnTop(targets))}
      onCancel={onDone}
    />
  );
}
