import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { mixturesQuery } from "../../api/queries";
import type { KeptMixtureOut, Target } from "../../api/schema";
import { TABLES } from "../../api/tables";
import { PhotoColours } from "../../photographs/PhotoColours";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { TextField } from "../../ui/TextField";
import { NO_TARGET } from "../beginPile";
import { KindsOfColour } from "./KindsOfColour";
import { ReadingTargets } from "./ReadingTargets";
import { TrueHues } from "./TrueHues";

type Source = (typeof TABLES.sources)[number][0];

/** Where a colour comes from: to begin a pile with, to aim at, or to mix for a passage. */
export function TargetChooser({
  named,
  verb,
  busy,
  error,
  onDone,
  onEach,
  onCancel,
}: {
  /** What the form is for. */
  named: string;
  /** What is done with the colour. */
  verb: string;
  busy: boolean;
  error: Error | null;
  onDone: (target: Target) => void;
  /** A colour for each of some notes; where one alone is wanted it is left out. */
  onEach?: (targets: Target[]) => void;
  onCancel?: () => void;
}) {
  const [source, setSource] = useState<Source>("colour");
  const [name, setName] = useState("");
  const [colour, setColour] = useState("");
  const [pointed, setPointed] = useState<Target | null>(null);
  const target: Target | null =
    source === "colour"
      ? colour.trim()
        ? { ...NO_TARGET, colour }
        : null
      : source === "mud"
        ? { ...NO_TARGET, mud: true }
        : pointed;
  return (
    <form
      aria-label={named}
      className="m-3 flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto bg-paper p-4 text-ink"
      onSubmit={(event) => {
        event.preventDefault();
        if (target) onDone({ ...target, name: name.trim() || target.name });
      }}
    >
      <Choice
        label="Where the colour comes from"
        look="paper"
        className="flex-wrap"
        options={TABLES.sources}
        value={source}
        onChoose={(next) => {
          setSource(next);
          setPointed(null);
        }}
      />
      {source === "colour" && (
        <TextField
          label="Colour to hit"
          value={colour}
          most={60}
          placeholder="raw umber, 5YR 4/2 or #7a7a7a"
          onChange={setColour}
          className="max-w-md"
        />
      )}
      {source === "photo" && <PhotoColours onChoose={setPointed} onEach={onEach} />}
      {source === "reading" && <ReadingTargets onChoose={setPointed} />}
      {source === "kept" && (
        <Kept
          chosen={pointed?.kept ?? null}
          onChoose={(mixture) => setPointed({ ...NO_TARGET, kept: mixture.id })}
        />
      )}
      {source === "kind" && <KindsOfColour onChoose={setPointed} />}
      {source === "hue" && (
        <TrueHues
          chosen={pointed?.hue ?? ""}
          onChoose={(hue) => setPointed({ ...NO_TARGET, hue })}
        />
      )}
      {source === "mud" && (
        <p className="max-w-md leading-snug">
          A dull colour that your box can surely mix, to practise on: say what is wrong, add the
          smallest thing that helps, look again.
        </p>
      )}
      {error && <Note>{error.message}</Note>}
      <div className="flex flex-wrap items-end gap-2">
        <TextField
          label="What it is for"
          value={name}
          most={120}
          placeholder="a fog bank, wet mud …"
          onChange={setName}
          className="min-w-56 max-w-sm flex-1"
        />
        <Button look="solid" type="submit" disabled={busy || !target}>
          <Plus aria-hidden="true" size={18} /> {verb}
        </Button>
        {onCancel && (
          <Button look="paper" onClick={onCancel}>
            Not now
          </Button>
        )}
      </div>
    </form>
  );
}

function Kept({
  chosen,
  onChoose,
}: {
  chosen: number | null;
  onChoose: (mixture: KeptMixtureOut) => void;
}) {
  const { data: mixtures = [], isPending } = useQuery(mixturesQuery);
  if (isPending) return <p>Fetching your kept mixtures …</p>;
  if (mixtures.length === 0)
    return (
      <p className="max-w-md leading-snug">
        Nothing is kept yet. Once a pile hits its colour, keep the mixture from “Palette moves”.
      </p>
    );
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-2 p-1">
      {mixtures.map((each) => (
        <li key={each.id}>
          <button
            type="button"
            aria-pressed={chosen === each.id}
            onClick={() => onChoose(each)}
            className="w-full text-left aria-pressed:font-bold aria-pressed:ring-4 aria-pressed:ring-ink"
          >
            <Swatch colour={each.look} className="h-14 w-full" />
            <span className="block px-1 leading-tight">
              {each.title}
              <span className="block font-normal text-ink-soft text-sm">{each.look.munsell}</span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
