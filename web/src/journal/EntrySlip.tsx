import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Trash2, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import type { EntryOut } from "../api/schema";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { TextField } from "../ui/TextField";
import { Again } from "./Again";
import { entryQuery } from "./queries";
import { Remarks } from "./Remarks";
import { Tags } from "./Tags";
import { useEntry } from "./useEntry";

const CAME: Record<string, string> = {
  pile: "came to its target",
  scoop: "scooped for use",
  kept: "kept",
  sheet: "painted on a sheet",
  patch: "of a sheet",
  palette: "mixed for a palette",
  tube: "as the tube was calibrated",
  note: "noted",
  file: "taken in from a file",
};
const PART = "border-ink/30 border-t pt-2";

/** An entry by its number, once it is here. */
export function EntrySlip({ id, tags }: { id: number; tags: readonly string[] }) {
  const { data: entry, error } = useQuery(entryQuery(id));
  return (
    <aside
      aria-label="The slip"
      className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto bg-paper px-4 py-3 text-ink"
    >
      {error && <Note>{error.message}</Note>}
      {!entry && !error && <p>Fetching the entry …</p>}
      {entry && <Slip key={entry.id} entry={entry} known={tags} />}
    </aside>
  );
}

function Slip({ entry, known }: { entry: EntryOut; known: readonly string[] }) {
  const does = useEntry(entry);
  if (entry.thrown_away)
    return (
      <div>
        <p className="pb-2">
          “{entry.title}” is thrown away. It stays as it was, and can be brought back.
        </p>
        <Button look="solid" onClick={does.bringBack}>
          <Undo2 aria-hidden="true" size={18} /> Bring it back
        </Button>
      </div>
    );
  return (
    <>
      <div className="flex h-28 w-full shrink-0" data-testid="entry-looks">
        <Swatch colour={entry.look} notched className="h-full flex-1" />
        {entry.seen && <Swatch colour={entry.seen} notched className="h-full flex-1" />}
        {entry.wet && <Swatch colour={entry.wet} className="h-full w-10" />}
      </div>
      {entry.seen && (
        <p className="-mt-2 flex text-ink-soft text-sm">
          <span className="flex-1">as predicted</span>
          <span className="flex-1">as it was</span>
        </p>
      )}
      <Name entry={entry} onName={(name) => does.write({ name })} />
      {does.trouble && <Note>{does.trouble}</Note>}
      <p className="leading-snug" data-testid="entry-words">
        {entry.look.munsell} · {entry.look.name}
        {entry.medium === "wash" && <> · a wash on {entry.ground}</>}
      </p>
      <ul className="text-lg leading-snug" data-testid="entry-parts">
        {entry.parts.map((part) => (
          <li key={`${part.tube} ${part.label}`} className="flex gap-2">
            <b className="min-w-11 text-right">{percent(part.share)}</b>
            <span>
              {part.label}
              {part.standing && <span className="text-ink-soft text-sm"> · {part.standing}</span>}
            </span>
          </li>
        ))}
      </ul>
      <Again entry={entry} />
      <Remarks entry={entry} does={does} />
      <Times entry={entry} />
      <Made entry={entry} />
      <Links entry={entry} />
      <Beside entry={entry} onNote={(note) => does.write({ note })} />
      <Tags entry={entry} known={known} onTags={(tags) => does.write({ tags })} />
      <div className={PART}>
        <Button look="paper" onClick={does.throwAway}>
          <Trash2 aria-hidden="true" size={18} /> Throw away
        </Button>
      </div>
    </>
  );
}

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

function Name({ entry, onName }: { entry: EntryOut; onName: (name: string) => void }) {
  const [name, setName] = useState(entry.title);
  useEffect(() => setName(entry.title), [entry.title]);
  return (
    <TextField
      label="Name of the entry"
      value={name}
      most={120}
      onChange={setName}
      onDone={() => name.trim() && name !== entry.title && onName(name)}
    />
  );
}

/** When it was mixed, and how near its target. */
function Times({ entry }: { entry: EntryOut }) {
  return (
    <section aria-label="When it was mixed" className={PART}>
      <h2 className="font-bold">
        {entry.mixings.length === 1 ? "Mixed once" : `Mixed ${entry.mixings.length} times`}
      </h2>
      <ul className="leading-snug">
        {entry.mixings.map((each) => (
          <li key={each.at} className="flex items-center gap-2 py-0.5">
            {each.target && <Swatch colour={each.target} className="h-6 w-6 shrink-0" />}
            <span>
              {new Date(each.at).toLocaleDateString(undefined, { dateStyle: "medium" })},{" "}
              {CAME[each.came]}
              {each.volume_ml !== null && <>, {Number(each.volume_ml.toPrecision(3))} ml</>}
              {each.delta_e !== null && (
                <span className="block text-ink-soft text-sm">
                  from its target: {differenceText(each.delta_e)}
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The pile it was made in, as a strip of small patches. */
function Made({ entry }: { entry: EntryOut }) {
  if (entry.made.length < 2) return null;
  return (
    <section aria-label="How it was made" className={PART}>
      <h2 className="font-bold">How it was made</h2>
      <ol className="flex flex-wrap">
        {entry.made.map((step, at) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
            key={at}
            title={step.label}
            className="h-9 min-w-5 max-w-12 flex-1"
            style={{ backgroundColor: step.srgb }}
          >
            <span className="sr-only">{step.label}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Links({ entry }: { entry: EntryOut }) {
  if (entry.links.length === 0) return null;
  return (
    <section aria-label="Where it stands" className={PART}>
      <h2 className="font-bold">Where it stands</h2>
      <ul>
        {entry.links.map((link) => (
          <li key={`${link.kind} ${link.id} ${link.title}`}>
            <Link
              {...addressOf(link.kind, String(link.id))}
              className="inline-flex min-h-11 items-center underline underline-offset-4"
            >
              {link.title}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function addressOf(kind: EntryOut["links"][number]["kind"], id: string) {
  switch (kind) {
    case "pile":
      return { to: "/piles/{-$pileId}", params: { pileId: id } } as const;
    case "painting":
    case "passage":
      return { to: "/paintings/{-$paintingId}", params: { paintingId: id } } as const;
    case "kept":
      return { to: "/journal/{-$entryId}", params: { entryId: id } } as const;
    default:
      return { to: "/scales/{-$sheetId}", params: { sheetId: id } } as const;
  }
}

/** What a painter writes beside it. */
function Beside({ entry, onNote }: { entry: EntryOut; onNote: (note: string) => void }) {
  const [note, setNote] = useState(entry.note);
  return (
    <label className={`block ${PART}`}>
      <b>Note</b>
      <textarea
        value={note}
        rows={3}
        maxLength={4000}
        placeholder="what it was for, how it dried …"
        onChange={(event) => setNote(event.target.value)}
        onBlur={() => note !== entry.note && onNote(note)}
        className="w-full bg-white p-2 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
      />
    </label>
  );
}
