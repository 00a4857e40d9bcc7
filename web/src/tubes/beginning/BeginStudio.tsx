import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { paintsQuery } from "../../api/queries";
import type { PaintOut } from "../../api/schema";
import { TABLES } from "../../api/tables";
import { Chip } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { useBeginning } from "./useBeginning";

export type FirstMedium = keyof typeof TABLES.firstMedia;
type Box = {
  name: string;
  says: string;
  paints: readonly string[];
  gentle: readonly string[];
  cautions: readonly string[];
  gentle_cautions: readonly string[];
};

const MEDIA = Object.entries(TABLES.firstMedia).map(
  ([key, { name }]) => [key as FirstMedium, name] as const,
);

/** A new studio: what one paints with, which tubes, and what is to be muted first. */
export function BeginStudio() {
  const { data: paints = [] } = useQuery(paintsQuery);
  const [medium, setMedium] = useState<FirstMedium>("oil");
  const [taken, setTaken] = useState<readonly string[]>([]);
  /** Which box was taken as it is, or that each tube is chosen. */
  const [box, setBox] = useState<string | null>(null);
  const [changing, setChanging] = useState(false);
  /** Whether boxes are laid out without paints that are usually cautioned of. */
  const [gentle, setGentle] = useState(false);
  const { mute, fill, busy, error } = useBeginning(TABLES.firstMedia[medium]);
  const { says } = TABLES.firstMedia[medium];
  const boxes = TABLES.firstMedia[medium].boxes.map((each: Box) =>
    gentle ? { ...each, paints: each.gentle, cautions: each.gentle_cautions } : each,
  );
  const byKey = new Map(paints.map((paint) => [paint.key, paint]));
  // As they lie in the tray, whatever order they were taken in.
  const mine = paints.filter((paint) => taken.includes(paint.key));
  const takeBox = ({ name, paints }: Box) => {
    setTaken(paints);
    setBox(name);
    setChanging(false);
  };
  const turn = (key: string) => {
    setTaken(taken.includes(key) ? taken.filter((each) => each !== key) : [...taken, key]);
    setBox(null);
  };
  // Of tubes chosen one by one, what is said where every paint stands to be chosen.
  const cautions = boxes.find((each) => each.name === box)?.cautions ?? [
    ...TABLES.cautions.library,
    ...(medium === "oil" ? [TABLES.cautions.oily] : []),
  ];
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto bg-stage px-5 py-4 text-stage-ink">
      <section aria-labelledby="begin-medium">
        <h1 id="begin-medium" className="font-bold text-xl">
          What do you paint with?
        </h1>
        <Choice
          look="stage"
          label="What you paint with"
          options={MEDIA}
          value={medium}
          onChoose={(key) => {
            setMedium(key);
            const same = TABLES.firstMedia[key].boxes.find((each: Box) => each.name === box);
            if (same) takeBox(gentle ? { ...same, paints: same.gentle } : same);
            else if (box) {
              setTaken([]);
              setBox(null);
            }
          }}
          className="-mx-3 max-w-3xl flex-wrap"
        />
        {says && <p>{says}</p>}
        {medium === "oil" && <p className="max-w-3xl text-sm">{TABLES.cautions.oily}</p>}
      </section>
      <section aria-labelledby="begin-tubes">
        <h2 id="begin-tubes" className="font-bold text-xl">
          Which tubes do you have?
        </h2>
        {changing ? (
          <EveryPaint paints={paints} taken={taken} onTurn={turn} />
        ) : (
          <ul className="mt-1">
            {boxes.map((each: Box) => (
              <li key={each.name}>
                <BoxRow box={each} chosen={box === each.name} byKey={byKey} onTake={takeBox} />
              </li>
            ))}
          </ul>
        )}
        <Button
          look="stage"
          className="-mx-3"
          aria-pressed={gentle}
          onClick={() => {
            setGentle(!gentle);
            const same = TABLES.firstMedia[medium].boxes.find((each: Box) => each.name === box);
            if (same) setTaken(gentle ? same.paints : same.gentle);
          }}
        >
          No usual hazard
        </Button>
        <Button look="stage" onClick={() => setChanging(!changing)}>
          {changing ? "Back to the boxes" : taken.length ? "Change them" : "One by one"}
        </Button>
      </section>
      {mine.length > 0 && (
        <section aria-labelledby="begin-mute">
          <h2 id="begin-mute" className="font-bold text-xl">
            What do you want to mute?
          </h2>
          <p aria-live="polite">
            {busy
              ? "Trying every tube against it …"
              : "Tap a colour: its first scale is laid out. You can change everything later."}
          </p>
          <ul className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(5.5rem,1fr))] gap-x-1 gap-y-2">
            {mine.filter(isNoWhite).map((paint) => (
              <li key={paint.key}>
                <button
                  type="button"
                  disabled={busy}
                  aria-label={`Mute ${paint.name}`}
                  onClick={() => mute(paint, mine)}
                  className="w-full text-left leading-tight disabled:opacity-60"
                >
                  <Chip
                    masstone={paint.masstone}
                    tint={paint.tint}
                    className="h-16 w-full flex-col"
                  />
                  <span className="block pt-0.5">{paint.name}</span>
                </button>
              </li>
            ))}
          </ul>
          {error && <Note>{error.message}</Note>}
          <Button look="stage" className="-mx-3 mt-1" disabled={busy} onClick={() => fill(mine)}>
            Only put them in the box
          </Button>
          <Cautions says={cautions} />
        </section>
      )}
    </div>
  );
}

/** A white opens; there is nothing in it to mute. */
const isNoWhite = (paint: PaintOut) => !paint.colour_index.startsWith("PW");

/** A box as it lies open: its tubes side by side, a tap takes it. */
function BoxRow({
  box,
  chosen,
  byKey,
  onTake,
}: {
  box: Box;
  chosen: boolean;
  byKey: ReadonlyMap<string, PaintOut>;
  onTake: (box: Box) => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onTake(box)}
      className="flex min-h-11 w-full flex-wrap items-center gap-x-4 py-1 text-left leading-tight aria-pressed:font-bold"
    >
      <span className="flex" aria-hidden="true">
        {box.paints.map((key) => {
          const paint = byKey.get(key);
          return (
            paint && (
              <Chip
                key={key}
                masstone={paint.masstone}
                tint={paint.tint}
                className={`flex-col transition-[height] motion-reduce:transition-none ${chosen ? "h-14" : "h-10"} w-[min(2.25rem,4.6vw)]`}
              />
            )
          );
        })}
      </span>
      <span className="min-w-40 flex-1">
        {box.name}
        <span className="block font-medium text-sm">{box.says}</span>
      </span>
    </button>
  );
}

/** Every paint there is, those in the box standing tall. */
function EveryPaint({
  paints,
  taken,
  onTurn,
}: {
  paints: readonly PaintOut[];
  taken: readonly string[];
  onTurn: (key: string) => void;
}) {
  return (
    <ul className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(5.5rem,1fr))] gap-x-1 gap-y-1">
      {paints.map((paint) => {
        const inBox = taken.includes(paint.key);
        return (
          <li key={paint.key}>
            <button
              type="button"
              aria-pressed={inBox}
              onClick={() => onTurn(paint.key)}
              className="flex h-[5.75rem] w-full flex-col justify-end text-left leading-tight aria-pressed:font-bold"
            >
              <Chip
                masstone={paint.masstone}
                tint={paint.tint}
                className={`w-full flex-col transition-[height] motion-reduce:transition-none ${inBox ? "h-13" : "h-6"}`}
              />
              <span className="line-clamp-2 h-9 text-sm leading-tight">{paint.name}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
