import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask } from "../../api/client";
import { mixturesQuery, tubesQuery } from "../../api/queries";
import type { PileOut } from "../../api/schema";
import { newToken } from "../../api/token";
import type { useOutbox } from "../../keeping/outbox";
import { millilitres } from "../../mixtures/amounts";
import { newPile, useBeginPiles } from "../../mixtures/beginPile";
import { Note } from "../../ui/Note";
import { MoveForm } from "./Moves";
import type { MoveName } from "./moveNames";
import type { usePileMoves } from "./usePileMoves";

/** What the chosen move still needs, and doing it. */
export function PileMove({
  move,
  pile,
  tubeId,
  moves,
  put,
  onClose,
}: {
  move: MoveName;
  pile: PileOut;
  tubeId: number | null;
  moves: ReturnType<typeof usePileMoves>;
  put: (event: Parameters<ReturnType<typeof useOutbox>["put"]>[1], says: string) => void;
  onClose: () => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const begin = useBeginPiles();
  const cache = useQueryClient();
  const keep = useMutation({
    mutationFn: (name: string) =>
      ask("POST /api/piles/{key}/keep", { key: pile.id, body: { name, token: newToken() } }),
    onSuccess: () => {
      cache.invalidateQueries({ queryKey: mixturesQuery.queryKey });
      onClose();
    },
  });
  const done = { onSuccess: onClose };
  const white = tubes.find((each) => each.paint.key === "PW6");
  return (
    <>
      <MoveForm
        move={move}
        pile={pile}
        tube={tubes.find((each) => each.id === tubeId)}
        busy={moves.isPending || begin.isPending || keep.isPending}
        onClose={onClose}
        acts={{
          onSplit: (into, shares) => moves.mutate({ what: "split", into, shares }, done),
          onFamily: (kind, share) => moves.mutate({ what: "family", kind, share }, done),
          onPot: (pot) => moves.mutate({ what: "pot", pot }, done),
          onCarry: (onto, amount) => {
            put({ kind: "carry", onto, amount, measure: "ml" }, `carry ${millilitres(amount)}`);
            onClose();
          },
          onScoop: (amount) => {
            put({ kind: "scoop", amount, measure: "ml" }, `scoop ${millilitres(amount)}`);
            onClose();
          },
          onThin: (thinner, amount) => {
            const says = `${millilitres(amount)} ${thinner}`;
            put({ kind: "add", thinner, amount, measure: "ml" }, says);
            onClose();
          },
          onLetDown: (strong, parts, volume_ml) => {
            const label = tubes.find((each) => each.id === strong)?.label ?? "tube";
            if (!white) return;
            begin.mutate(
              [
                newPile({
                  kind: "let-down",
                  name: `${label}, 1 in ${parts + 1}`,
                  mixture: {
                    name: "",
                    parts: [
                      { tube: strong, parts: 1 },
                      { tube: white.id, parts },
                    ],
                  },
                  volume_ml,
                }),
              ],
              done,
            );
          },
          onKeep: (name) => keep.mutate(name),
        }}
      />
      {(begin.error ?? keep.error) && <Note>{(begin.error ?? keep.error)?.message}</Note>}
      {move === "let-down" && !white && <Note>There is no titanium white in the box.</Note>}
    </>
  );
}
