import { useQuery } from "@tanstack/react-query";
import { Check, Plus } from "lucide-react";
import { useState } from "react";
import { paintsQuery, tubesQuery } from "../../api/queries";
import type { PaintOut } from "../../api/schema";
import { TABLES } from "../../api/tables";
import { Chip } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { NEW_TUBE, useTubeChanges } from "../useTubes";
import { AddMixed } from "./AddMixed";
import { AddUnknown } from "./AddUnknown";

const KINDS = [
  ["library", "From the library"],
  ["mixed", "A mixed tube"],
  ["unknown", "An unknown tube"],
] as const;

function matches(paint: PaintOut, words: string): boolean {
  const looks = [paint.masstone, paint.tint].map((look) => `${look.name} ${look.munsell}`);
  const names = (paint.names ?? []).flatMap((each) => each.words);
  const text = plain([paint.name, paint.key, paint.colour_index, ...looks, ...names].join(" "));
  return plain(words)
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** As names are compared: without case and apostrophes, grey however it is written. */
const plain = (words: string) =>
  words
    .toLowerCase()
    .replace(/['’]/g, "")
    .replace(/\bgray\b/g, "grey");

/** By which common names a paint was found, where it is only a guess that they mean it. */
function guessed(paint: PaintOut, words: string): string {
  if (!words.trim()) return "";
  const row = (paint.names ?? []).find(
    (each) => !each.sure && each.words.some((word) => plain(word).includes(plain(words.trim()))),
  );
  const word = row?.words.find((each) => plain(each).includes(plain(words.trim())));
  return word ? `Nearest to “${word}”: a guess from memory` : "";
}

/** Put tubes in the box: from the library, as a mixture, or by readings. */
export function AddTubes({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [way, setWay] = useState<"library" | "mixed" | "unknown">("library");
  return (
    <Panel open={open} onClose={onClose} title="Tubes in your box" wide>
      <Choice
        look="paper"
        label="Where the tube comes from"
        options={KINDS}
        value={way}
        onChoose={setWay}
      />
      {way === "library" && <FromLibrary open={open} />}
      {way === "mixed" && <AddMixed onDone={onClose} />}
      {way === "unknown" && <AddUnknown onDone={onClose} />}
    </Panel>
  );
}

function FromLibrary({ open }: { open: boolean }) {
  const { data: paints = [] } = useQuery({ ...paintsQuery, enabled: open });
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [words, setWords] = useState("");
  const { add, putAway } = useTubeChanges();
  const owned = new Map(tubes.map((tube) => [tube.paint.key, tube.id]));
  const found = paints.filter((paint) => matches(paint, words));
  const error = add.error ?? putAway.error;
  const put = (keys: string[]) => add.mutate(keys.map((key) => ({ ...NEW_TUBE, paint_key: key })));

  return (
    <>
      <div className="sticky top-0 z-10 flex flex-wrap gap-2 bg-paper py-2">
        <input
          type="search"
          aria-label="Find a paint"
          placeholder="Find by name (vermilion, olive …), pigment number, colour word or Munsell"
          value={words}
          maxLength={60}
          onChange={(event) => setWords(event.target.value)}
          className="min-h-11 flex-1 bg-white px-3 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
        />
      </div>
      {error && <Note>{error.message}</Note>}
      <ul className="divide-y divide-ink/20">
        {found.map((paint) => {
          const tube = owned.get(paint.key);
          return (
            <li key={paint.key} className="flex items-center gap-4 py-1.5">
              <Chip masstone={paint.masstone} tint={paint.tint} className="h-11 w-20 shrink-0" />
              <span className="min-w-0 flex-1 leading-tight">
                <span className="block font-bold">{paint.name}</span>
                <span className="block text-ink-soft text-sm">
                  {paint.key} · {paint.masstone.munsell} · {paint.masstone.name}
                </span>
                {guessed(paint, words) && (
                  <span className="block text-sm">{guessed(paint, words)}</span>
                )}
                {paint.hazard_group !== "none usual" && (
                  <span className="block text-ink-soft text-sm">Caution: {paint.hazard_group}</span>
                )}
              </span>
              {tube === undefined ? (
                <Button
                  look="paper"
                  disabled={add.isPending}
                  aria-label={`Add ${paint.name}`}
                  onClick={() => put([paint.key])}
                >
                  <Plus aria-hidden="true" size={18} /> Add
                </Button>
              ) : (
                <span className="flex gap-2">
                  <Button
                    look="paper"
                    aria-label={`Add another ${paint.name}`}
                    onClick={() => put([paint.key])}
                  >
                    <Plus aria-hidden="true" size={18} />
                  </Button>
                  <Button
                    look="paper"
                    aria-pressed
                    aria-label={`In box: put ${paint.name} away`}
                    onClick={() => putAway.mutate(tube)}
                  >
                    <Check aria-hidden="true" size={18} /> In box
                  </Button>
                </span>
              )}
            </li>
          );
        })}
      </ul>
      {found.length === 0 && paints.length > 0 && (
        <p className="py-6">
          No paint of the library fits “{words}”. Try a pigment number or a hue; or add it as an
          unknown tube, by readings of it.
        </p>
      )}
      <Cautions says={TABLES.cautions.library} />
      <p className="pt-2 text-ink-soft text-sm">
        Colours are library figures from memory, not of one maker's tube.
      </p>
    </>
  );
}
