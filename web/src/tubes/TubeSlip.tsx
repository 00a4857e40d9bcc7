import { useQuery } from "@tanstack/react-query";
import { Columns2, Ruler, TriangleAlert } from "lucide-react";
import { useState } from "react";
import { tubeQuery, tubesThat } from "../api/queries";
import type { TubeChange, TubeDetailOut, TubeOut } from "../api/schema";
import { NoteIt } from "../mixtures/NoteIt";
import { differenceText } from "../seen/difference";
import { Chip, Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Select } from "../ui/Select";
import { TextField } from "../ui/TextField";
import { MeasurePanel } from "./measuring/MeasurePanel";
import { useTubeChanges } from "./useTubes";

const MEDIA = [
  ["oil", "Oil"],
  ["acrylic", "Acrylic"],
  ["gouache", "Gouache"],
  ["tempera", "Tempera"],
  ["watercolour", "Watercolour"],
] as const;

const FINISHES = [
  ["gloss", "Gloss"],
  ["satin", "Satin"],
  ["matte", "Matte"],
] as const;

/** The slip of one tube: what it really is, what is written on it, and what was measured. */
export function TubeSlip({
  tube,
  beside,
  comparing,
  onCompare,
}: {
  tube: TubeOut;
  beside: TubeOut | null;
  comparing: boolean;
  onCompare: () => void;
}) {
  const { data: detail } = useQuery(tubeQuery(tube.id));
  const { data: away = [] } = useQuery(tubesThat("away"));
  const { putAway, bringBack, change } = useTubeChanges();
  const [measuring, setMeasuring] = useState(false);
  const error = putAway.error ?? bringBack.error ?? change.error;
  return (
    <aside
      aria-label="The slip"
      className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto bg-paper px-4 py-3 text-ink"
    >
      <div>
        <h1 className="font-bold text-xl leading-tight">{tube.label}</h1>
        <p className="text-ink-soft text-sm">
          {tube.paint.colour_index} · {tube.paint.origin}
        </p>
      </div>
      <div className="flex">
        <Chip masstone={tube.paint.masstone} tint={tube.paint.tint} className="h-20 flex-1" />
        {beside && (
          <Chip masstone={beside.paint.masstone} tint={beside.paint.tint} className="h-20 flex-1" />
        )}
      </div>
      <p className="leading-snug" data-testid="tube-words">
        {tube.paint.masstone.munsell} · {tube.paint.masstone.name}; opened,{" "}
        {tube.paint.tint.munsell}
        {beside && (
          <>
            <br />
            Beside it: <b>{beside.label}</b>, {beside.paint.masstone.munsell} ·{" "}
            {beside.paint.masstone.name}
          </>
        )}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button look="solid" onClick={() => setMeasuring(true)}>
          <Ruler aria-hidden="true" size={18} /> Measure it
        </Button>
        <Button look="paper" aria-pressed={comparing || beside !== null} onClick={onCompare}>
          <Columns2 aria-hidden="true" size={18} /> {beside ? "Put beside away" : "Hold beside"}
        </Button>
        <NoteIt mixture={{ parts: [{ tube: tube.id, parts: 100 }], name: tube.label }} />
      </div>
      {/* Below what is tapped: it comes later than that, and would push it away. */}
      {detail && <Nature detail={detail} />}
      {detail && (
        <Written
          detail={detail}
          onChange={(body) => change.mutate({ id: tube.id, body })}
          onPutAway={() => putAway.mutate(tube.id)}
        />
      )}
      {error && <Note>{error.message}</Note>}
      {away.length > 0 && (
        <section aria-label="Put away" className="border-ink border-t-2 pt-2">
          <h2 className="font-bold">Put away</h2>
          <ul>
            {away.map((each) => (
              <li key={each.id} className="flex items-center gap-2 py-1">
                <Swatch colour={each.paint.masstone} className="h-8 w-8" />
                <span className="flex-1">{each.label}</span>
                <Button
                  look="paper"
                  aria-label={`Bring ${each.label} back`}
                  onClick={() => bringBack.mutate(each.id)}
                >
                  Bring back
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {measuring && <MeasurePanel tube={tube} onClose={() => setMeasuring(false)} />}
    </aside>
  );
}

function Nature({ detail }: { detail: TubeDetailOut }) {
  return (
    <section aria-label="What it really is" className="border-ink border-t-2 pt-2 leading-snug">
      <ul>
        {detail.character.says.map((says) => (
          <li key={says}>{says}</li>
        ))}
        <li className="text-ink-soft text-sm">
          Its tint is predicted within ± {differenceText(detail.trust_delta_e)}
          {detail.readings > 0 && `, with ${detail.readings} readings`}.
        </li>
      </ul>
      {detail.made_of.length > 0 && (
        <p className="mt-1">
          Made of {detail.made_of.map((part) => `${part.parts} ${part.name}`).join(", ")}.
        </p>
      )}
      {detail.caution && (
        <p className="mt-2 flex gap-2 border-ink border-l-4 pl-2 text-sm">
          <TriangleAlert aria-hidden="true" size={18} className="mt-0.5 shrink-0" />
          {detail.caution}
        </p>
      )}
    </section>
  );
}

/** What is written on the tube, and how much is left: kept as it is left. */
function Written({
  detail,
  onChange,
  onPutAway,
}: {
  detail: TubeDetailOut;
  onChange: (change: TubeChange) => void;
  onPutAway: () => void;
}) {
  const [label, setLabel] = useState(detail.label);
  const [notes, setNotes] = useState(detail.notes);
  const [left, setLeft] = useState(detail.left_ml === null ? "" : String(detail.left_ml));
  const [size, setSize] = useState(detail.size_ml === null ? "" : String(detail.size_ml));
  const amount = (text: string, name: "left_ml" | "size_ml") => {
    const value = text.trim() === "" ? null : Number(text.replace(",", "."));
    if (value === null || Number.isFinite(value)) {
      if (value !== detail[name]) onChange({ [name]: value });
    }
  };
  return (
    <section aria-label="What is written on it" className="border-ink border-t-2 pt-2">
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Label"
          value={label}
          most={120}
          onChange={setLabel}
          onDone={() => label !== detail.label && onChange({ label })}
          className="col-span-2"
        />
        <Select
          look="paper"
          label="Medium"
          options={MEDIA}
          value={detail.medium as (typeof MEDIA)[number][0]}
          onChoose={(medium) => onChange({ medium })}
        />
        <Select
          look="paper"
          label="Finish"
          options={FINISHES}
          value={detail.finish as (typeof FINISHES)[number][0]}
          onChoose={(finish) => onChange({ finish })}
        />
        <TextField
          label="Size, ml"
          value={size}
          most={10}
          onChange={setSize}
          onDone={() => amount(size, "size_ml")}
        />
        <TextField
          label="Left in it, ml"
          value={left}
          most={10}
          onChange={setLeft}
          onDone={() => amount(left, "left_ml")}
        />
        <TextField
          label="Notes"
          value={notes}
          most={2000}
          onChange={setNotes}
          onDone={() => notes !== detail.notes && onChange({ notes })}
          className="col-span-2"
        />
      </div>
      <Button look="paper" className="mt-2" onClick={onPutAway}>
        Put it away
      </Button>
    </section>
  );
}
