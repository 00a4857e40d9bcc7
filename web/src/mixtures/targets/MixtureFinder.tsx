import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import { pilesQuery, sheetsQuery } from "../../api/queries";
import type { SourceIn, TubeMixture } from "../../api/schema";
import { Swatch } from "../../seen/Swatch";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { TargetChooser } from "./TargetChooser";

const FROM = [
  ["pile", "A pile"],
  ["patch", "A patch of a sheet"],
  ["target", "A kept mixture or a colour"],
] as const;

type From = (typeof FROM)[number][0];

const NOTHING: SourceIn = { origin: null, target: null };

/** A mixture for a passage or an end of a sheet, from wherever the painter has the colour. */
export function MixtureFinder({
  name,
  onFound,
  onClose,
}: {
  name: string;
  onFound: (mixture: TubeMixture) => void;
  onClose: () => void;
}) {
  const [from, setFrom] = useState<From>("pile");
  const find = useMutation({
    mutationFn: (source: SourceIn) => ask("POST /api/mixtures/find", { body: source }),
    onSuccess: (found) => onFound(found.mixture),
  });
  const take = (source: Partial<SourceIn>) => find.mutate({ ...NOTHING, ...source });
  return (
    <Panel open wide title={`A mixture for ${name}`} onClose={onClose}>
      <Choice
        label="Where it comes from"
        look="paper"
        className="flex-wrap"
        options={FROM}
        value={from}
        onChoose={(next) => {
          find.reset();
          setFrom(next);
        }}
      />
      {from === "pile" && (
        <Piles onTake={(id) => take({ origin: { kind: "pile", id, key: "" } })} />
      )}
      {from === "patch" && (
        <Patches onTake={(id, place) => take({ origin: { kind: "patch", id, place, key: "" } })} />
      )}
      {from === "target" ? (
        <TargetChooser
          verb="Mix it"
          named={`A colour for ${name}`}
          busy={find.isPending}
          error={find.error}
          onDone={(target) => take({ target })}
        />
      ) : (
        find.error && <Note>{find.error.message}</Note>
      )}
    </Panel>
  );
}

function Piles({ onTake }: { onTake: (pile: number) => void }) {
  const { data: piles = [], isPending } = useQuery(pilesQuery);
  const mixed = piles.filter((pile) => pile.look);
  if (isPending) return <p className="py-3">Fetching your piles …</p>;
  if (mixed.length === 0) return <p className="py-3">Nothing is mixed on the palette yet.</p>;
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-2 py-3">
      {mixed.map((pile) => (
        <li key={pile.id}>
          <button type="button" onClick={() => onTake(pile.id)} className="w-full text-left">
            {pile.look && <Swatch colour={pile.look} notched className="h-14 w-full" />}
            <span className="block px-1 leading-tight">
              {pile.name}
              <span className="block text-ink-soft text-sm">{pile.look?.munsell}</span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

function Patches({ onTake }: { onTake: (sheet: number, place: number) => void }) {
  const { data: sheets = [], isPending } = useQuery(sheetsQuery);
  if (isPending) return <p className="py-3">Fetching your sheets …</p>;
  if (sheets.length === 0) return <p className="py-3">No sheet is kept yet.</p>;
  return (
    <ul className="flex flex-col gap-3 py-3">
      {sheets.map((sheet) => (
        <li key={sheet.id}>
          <b className="block truncate leading-tight">{sheet.name}</b>
          <ol
            className="grid bg-stage"
            style={{ gridTemplateColumns: `repeat(${Math.min(sheet.columns, 9)}, 1fr)` }}
          >
            {sheet.patches.map((patch, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place on the sheet
              <li key={place}>
                <button
                  type="button"
                  aria-label={`${patch.munsell}, ${patch.name}`}
                  title={`${patch.munsell}, ${patch.name}`}
                  onClick={() => onTake(sheet.id, place)}
                  className="block h-11 w-full"
                >
                  <Swatch colour={patch} className="h-full w-full" />
                </button>
              </li>
            ))}
          </ol>
        </li>
      ))}
    </ul>
  );
}
