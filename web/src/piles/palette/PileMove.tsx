import { useQuery } from "@tanstack/react-query";
import type { Move } from "../../api/client";
import { tubesQuery } from "../../api/queries";
import type { PileOut } from "../../api/schema";
import { newPile, useBeginPiles } from "../../mixtures/beginPile";
import { Note } from "../../ui/Note";
import { MoveForm } from "./Moves";
import type { MoveName } from "./moveNames";

/** What the chosen move still needs, and doing it. */
export function PileMove({
  move,
  pile,
  tubeId,
  put,
  onClose,
}: {
  move: MoveName;
  pile: PileOut;
  tubeId: number | null;
  put: (move: Move, says: string) => void;
  onClose: () => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const begin = useBeginPiles();
  const white = tubes.find((each) => each.paint.key === "PW6");
  const letDown = (strong: number, parts: number, volume_ml: number) => {
    const label = tubes.find((each) => each.id === strong)?.label ?? "tube";
    if (!white) return;
    const both = [
      { tube: strong, parts: 1 },
      { tube: white.id, parts },
    ];
    const name = `${label}, 1 in ${parts + 1}`;
    const mixture = { name: "", parts: both };
    begin.mutate([newPile({ kind: "let-down", name, mixture, volume_ml })], { onSuccess: onClose });
  };
  return (
    <>
      <MoveForm
        move={move}
        pile={pile}
        tube={tubes.find((each) => each.id === tubeId)}
        busy={begin.isPending}
        make={(one, says) => {
          put(one, says);
          onClose();
        }}
        onLetDown={letDown}
        onClose={onClose}
      />
      {begin.error && <Note>{begin.error.message}</Note>}
      {move === "let-down" && !white && <Note>There is no titanium white in the box.</Note>}
    </>
  );
}
