import { type FormEvent, useState } from "react";
import type { EntryOut } from "../api/schema";
import { FromPhotograph } from "../photographs/FromPhotograph";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { TextField } from "../ui/TextField";
import type { useEntry } from "./useEntry";

const HOW = {
  instrument: "by the instrument",
  sheet: "off a painted sheet",
  photograph: "off a photograph",
  eye: "by eye",
} as const;

/** How it came out in truth: what was seen, and a line to add another. */
export function Remarks({ entry, does }: { entry: EntryOut; does: ReturnType<typeof useEntry> }) {
  const [adding, setAdding] = useState(false);
  const [word, setWord] = useState("");
  const [colour, setColour] = useState("");
  const [wet, setWet] = useState(false);
  const [photograph, setPhotograph] = useState<number | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    does.remark({ word, colour, wet, photograph }, () => {
      setWord("");
      setColour("");
      setPhotograph(null);
      setAdding(false);
    });
  };
  return (
    <section aria-label="How it came out" className="border-ink/30 border-t pt-2">
      <h2 className="font-bold">How it came out</h2>
      <ul>
        {entry.remarks.map((each) => (
          <li key={each.at} className="flex items-center gap-2 py-0.5 leading-snug">
            {each.look && <Swatch colour={each.look} className="h-9 w-9 shrink-0" />}
            {each.photograph !== null && (
              <a href={`/api/photographs/${each.photograph}/image`} className="shrink-0">
                <img
                  src={`/api/photographs/${each.photograph}/image`}
                  alt="The dried swatch, photographed"
                  className="h-11 w-14 object-cover"
                />
              </a>
            )}
            <span>
              {each.word && <b>{each.word} </b>}
              <span className="text-ink-soft text-sm">
                {HOW[each.how]}
                {each.wet && ", still wet"}
                {each.delta_e !== null && `, from predicted ${differenceText(each.delta_e)}`}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {adding ? (
        <form onSubmit={submit} className="flex flex-col gap-2">
          <TextField
            label="In a word"
            value={word}
            most={300}
            placeholder="came out warmer"
            onChange={setWord}
          />
          <TextField
            label="Its colour, where you read it"
            value={colour}
            most={60}
            placeholder="5YR 4/2 or 45 8 12"
            onChange={(typed) => {
              setColour(typed);
              setPhotograph(null);
            }}
          />
          <FromPhotograph
            look="paper"
            says={photograph === null ? "Off a photograph" : "Off another photograph"}
            title="A photograph of the dried swatch"
            takes="This is how it came out"
            onColour={(read, from) => {
              setColour(read);
              setPhotograph(from);
            }}
          />
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              checked={wet}
              onChange={(event) => setWet(event.target.checked)}
              className="h-5 w-5 accent-ink"
            />
            It is still wet
          </label>
          <div className="flex gap-2">
            <Button
              look="solid"
              type="submit"
              disabled={does.busy || !(word.trim() || colour.trim())}
            >
              Add it
            </Button>
            <Button look="paper" onClick={() => setAdding(false)}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <Button look="paper" onClick={() => setAdding(true)}>
          {entry.remarks.length ? "Add another look" : "Say how it came out"}
        </Button>
      )}
    </section>
  );
}
