import { useQuery } from "@tanstack/react-query";
import type { PileOut } from "../api/schema";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";
import { useViewing } from "../seen/viewing";
import { touchingQuery } from "./queries";

/** The pile and its target touching, as the light of the room and the white test show them. */
export function Touching({ pile }: { pile: PileOut }) {
  const { light, whiteTest } = useViewing();
  const elsewhere = light !== "D65" || whiteTest;
  const changed = `${pile.look?.lab} ${pile.reading?.lab} ${pile.target?.lab}`;
  const { data: under } = useQuery({
    ...touchingQuery(pile.id, light, changed),
    enabled: elsewhere,
  });
  const plain = pile.reading ?? pile.look;
  const shown = (elsewhere && under?.pile) || plain;
  const target = (elsewhere && under?.target) || pile.target;
  return (
    <section aria-label="The run" className="px-4 pb-3 max-md:px-0 max-md:pb-0">
      <div className="flex">
        {shown ? (
          <Swatch colour={shown} notched className="h-28 flex-1 max-md:h-40" />
        ) : (
          <span aria-hidden="true" className="hatched h-28 flex-1 max-md:h-40" />
        )}
        {target && <Swatch colour={target} notched className="h-28 flex-1 max-md:h-40" />}
      </div>
      <p className="flex bg-paper leading-tight">
        <span className="flex-1 px-2 py-1" data-testid="pile-words">
          <b>{pile.kind === "pile" ? "The pile" : `The ${pile.kind}`}:</b>{" "}
          {plain
            ? `${plain.munsell}, ${plain.name}; ${pile.volume_ml.toFixed(1)} ml`
            : "nothing yet"}
          {pile.reading_delta_e !== null &&
            `; measured, ${differenceText(pile.reading_delta_e)} off`}
        </span>
        {pile.target && (
          <span className="flex-1 px-2 py-1">
            <b>The target:</b> {pile.target.munsell}, {pile.target.name}
          </span>
        )}
      </p>
    </section>
  );
}
