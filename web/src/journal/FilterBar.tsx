import { Search } from "lucide-react";
import { type FormEvent, useEffect, useRef, useState } from "react";
import { FromPhotograph } from "../photographs/FromPhotograph";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Fold } from "../ui/Fold";
import { Select } from "../ui/Select";
import { ByCode } from "./ByCode";
import { JournalFiles } from "./JournalFiles";
import type { Filters, View } from "./queries";

const VIEWS = [
  ["day", "By day"],
  ["colour", "By colour"],
  ["painting", "By painting"],
  ["tubes", "By tubes"],
  ["store", "Store"],
  ["teaches", "What it teaches"],
] as const;
const WAIT_MS = 250;

const FIELD =
  "min-h-11 min-w-0 rounded-sm bg-slate-high px-2 text-chalk placeholder:text-chalk-soft placeholder:opacity-100";

/** What of the journal is looked at, and in which order. */
export function FilterBar({
  view,
  onView,
  filters,
  onFilters,
  colour,
  onColour,
  tags,
}: {
  view: View;
  onView: (view: View) => void;
  filters: Filters;
  onFilters: (filters: Filters) => void;
  colour: string;
  onColour: (colour: string) => void;
  tags: readonly string[];
}) {
  /** Whether a phone shows what finds and filters. */
  const [finding, setFinding] = useState(false);
  const [filtering, setFiltering] = useState(false);
  const onWall = view !== "store" && view !== "teaches";
  /** Sets one of them, or leaves it out. */
  const set = (change: Filters) => {
    const all = Object.entries({ ...filters, ...change });
    onFilters(Object.fromEntries(all.filter(([, value]) => value)));
  };
  return (
    <div className="flex flex-wrap items-center gap-x-1 gap-y-1 bg-slate px-3 py-1 text-chalk">
      <Choice
        label="What is shown"
        options={VIEWS}
        value={view}
        onChoose={onView}
        className="flex-wrap"
      />
      {onWall && (
        <>
          <Button
            aria-expanded={finding}
            className="md:hidden"
            onClick={() => setFinding(!finding)}
          >
            <Search aria-hidden="true" size={18} /> Find
          </Button>
          <JournalFiles filters={filters} />
          <div className={finding ? "contents" : "contents max-md:hidden"}>
            <Typed
              label="Words"
              placeholder="Words"
              value={filters.words ?? ""}
              onType={(words) => set({ words })}
            />
            <Typed
              label="Near a colour"
              placeholder="Near 5YR 4/2 …"
              value={colour}
              onType={onColour}
            />
            <FromPhotograph
              says="Photograph"
              title="Near what in a photograph?"
              takes="Find what is nearest"
              onColour={onColour}
            />
            <ByCode />
            <Fold
              label="Shown"
              says={filtersSaid(filters)}
              open={filtering}
              onOpen={setFiltering}
              className="min-w-32"
            />
            {filtering && (
              <div className="flex w-full flex-wrap gap-1">
                <Button
                  aria-pressed={!!filters.owned}
                  onClick={() => set({ owned: !filters.owned })}
                >
                  My tubes
                </Button>
                <Button aria-pressed={!!filters.true} onClick={() => set({ true: !filters.true })}>
                  Read true
                </Button>
                <Select
                  label="Medium"
                  options={[
                    ["", "Any medium"],
                    ["opaque", "Opaque"],
                    ["wash", "Wash"],
                  ]}
                  value={filters.medium ?? ""}
                  onChoose={(medium) => set({ medium: medium === "" ? undefined : medium })}
                />
                {tags.length > 0 && (
                  <Select
                    label="For"
                    options={[
                      ["", "For anything"],
                      ...tags.map((tag) => [tag, `For ${tag}`] as const),
                    ]}
                    value={filters.tag ?? ""}
                    onChoose={(tag) => set({ tag })}
                  />
                )}
              </div>
            )}
          </div>
        </>
      )}
    </div>
  );
}

/** What is left of the journal by the filters that are unfolded, in words. */
function filtersSaid({ owned, true: read, medium, tag }: Filters): string[] {
  const said = [
    owned ? "my tubes" : "",
    read ? "read true" : "",
    medium ?? "",
    tag ? `for ${tag}` : "",
  ].filter(Boolean);
  return said.length > 0 ? said : ["everything"];
}

/** A field that is searched by once typing pauses. */
function Typed({
  label,
  placeholder,
  value,
  onType,
}: {
  label: string;
  placeholder: string;
  value: string;
  onType: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const sent = useRef(value);
  const send = (now: string) => {
    sent.current = now;
    onType(now);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what is typed is waited for
  useEffect(() => {
    if (text === sent.current) return;
    const timer = window.setTimeout(() => send(text), WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [text]);
  // What came from elsewhere, as from a place on the map, is written here as well.
  useEffect(() => {
    if (value === sent.current) return;
    sent.current = value;
    setText(value);
  }, [value]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send(text);
  };
  return (
    <form onSubmit={submit} className="flex min-w-32 flex-1 items-center gap-1">
      <Search aria-hidden="true" size={18} className="shrink-0" />
      <input
        aria-label={label}
        value={text}
        maxLength={60}
        placeholder={placeholder}
        autoComplete="off"
        onChange={(event) => setText(event.target.value)}
        className={`w-full ${FIELD}`}
      />
    </form>
  );
}
