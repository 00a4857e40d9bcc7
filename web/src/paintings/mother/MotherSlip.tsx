import { Pin, PinOff, TriangleAlert } from "lucide-react";
import { type FormEvent, useState } from "react";
import { usePreferences } from "../../api/preferences";
import type { CandidateOut, GivingIn, MotherIn } from "../../api/schema";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Never } from "../../ui/Never";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";
import { nameOf, withMother } from "../draft";
import { GivesWay } from "../GivesWay";
import { PaintingHead } from "../PaintingHead";
import { useMothers } from "../queries";
import type { Shown } from "../shown";
import { percent } from "./shares";

const GIVINGS = [
  ["equal", "Each by the same pull"],
  ["same", "One share for all"],
  ["least", "The least movement"],
] as const;
const SHOWN_AT_FIRST = 6;
const USUAL_BOUND = 6;

const isSame = (one: MotherIn | null, other: MotherIn) =>
  one?.kind === other.kind && one.id === other.id && one.colour === other.colour;

/** The mother colour: what may be it, how it is given, and what that costs. */
export function MotherSlip({ painting, request, harmony, shares, place }: Shown) {
  const { mother, giving, passages } = request;
  const { data, isFetching, error } = useMothers(request, passages.length > 0);
  const mothers = data?.mothers ?? [];
  const together = harmony?.together ?? data?.together ?? "";
  const { me } = usePreferences();
  const [all, setAll] = useState(false);
  const choose = (to: MotherIn) => painting.set((now) => withMother(now, to));
  const dulling = data?.dulling ?? [];
  const row = (each: CandidateOut) => (
    <li key={`${each.mother.kind} ${each.mother.id}`}>
      <CandidateRow
        candidate={each}
        chosen={isSame(mother ?? null, each.mother)}
        onChoose={() => choose(each.mother)}
      />
    </li>
  );
  const shown = all ? mothers : mothers.slice(0, SHOWN_AT_FIRST);
  return (
    <aside
      aria-label="The slip"
      className="relative flex min-h-0 flex-col bg-paper text-ink lg:overflow-y-auto"
    >
      <PaintingHead painting={painting} />
      {mother && harmony?.mother && (
        <section
          aria-label="The mother colour"
          className="sticky top-0 z-10 border-ink/25 border-b bg-paper px-4 py-2"
        >
          <div className="flex items-center gap-3">
            <Swatch colour={harmony.mother.look} notched className="h-14 w-20 shrink-0" />
            <p className="min-w-0 flex-1 leading-tight">
              <b className="block">{harmony.mother.title}</b>
              <span className="text-sm">
                {harmony.mother.look.munsell}, {harmony.mother.look.name}
              </span>
            </p>
            <Button look="paper" onClick={() => painting.set((now) => ({ ...now, mother: null }))}>
              None
            </Button>
          </div>
          <Verdict {...{ harmony }} />
        </section>
      )}
      {mother && (
        <GivingForm
          giving={giving}
          amount={harmony?.mother?.amount ?? null}
          held={giving.pins.some((pin) => pin.place === place)}
          name={nameOf(passages, place)}
          onChange={(patch, stroke) =>
            painting.set((now) => ({ ...now, giving: { ...now.giving, ...patch } }), stroke)
          }
          onHold={() =>
            painting.set((now) => {
              const rest = now.giving.pins.filter((pin) => pin.place !== place);
              const pins =
                rest.length < now.giving.pins.length
                  ? rest
                  : [...rest, { place, share: shares[place] ?? 0 }];
              return { ...now, giving: { ...now.giving, pins } };
            })
          }
        />
      )}
      <section aria-label="What may be the mother" className="flex flex-col px-4 py-2">
        <h2 className="font-bold">{mother ? "Or another" : "What may be the mother"}</h2>
        {error && passages.length > 0 && <Note>{error.message}</Note>}
        {together && <p className="leading-snug">{together}</p>}
        {isFetching && !data && <p role="status">Trying every colour you have …</p>}
        {data?.few && <p className="leading-snug">{data.few}</p>}
        {mothers.length > 0 && (
          <p className="text-ink-soft text-sm leading-snug">
            Each as far as is seen when touching; what is in the painting comes first.
          </p>
        )}
        <ol>{shown.map(row)}</ol>
        {mothers.length > SHOWN_AT_FIRST && (
          <Button look="paper" onClick={() => setAll(!all)}>
            {all ? "Only the best" : `All ${mothers.length}`}
          </Button>
        )}
        {dulling.length > 0 && (
          <details>
            <summary className="flex min-h-11 cursor-pointer items-center font-bold">
              Dulls everything: a black or a grey
            </summary>
            <ol>{dulling.map(row)}</ol>
          </details>
        )}
        <p className="pt-3 text-sm" aria-hidden="true">
          In this painting, never from the tube
        </p>
        <Never
          value={request.never ?? me.never ?? []}
          onChange={(never) => painting.set((now) => ({ ...now, never }))}
        />
        <AskedColour onAsk={(colour) => choose({ kind: "colour", id: 0, colour })} />
      </section>
    </aside>
  );
}

/** What unity costs, and which wish gives way. */
function Verdict({ harmony }: Pick<Shown, "harmony">) {
  const judged = harmony?.judged;
  if (!judged) return null;
  return (
    <div data-testid="verdict" className="pt-1 leading-snug">
      <p>
        <b>{nearer(judged.gathered)}</b>. The painting moves by{" "}
        <b>ΔE&nbsp;{judged.movement.toFixed(1)}</b>, {judged.movement_says}; {judged.chroma_says},
        and at least <b>{(100 * judged.contrast_kept).toFixed(0)} %</b> of each accent's contrast
        stays.
      </p>
      {judged.gives_way.length === 0 ? (
        <p>Every wish is met.</p>
      ) : (
        <GivesWay wishes={judged.gives_way} />
      )}
    </div>
  );
}

/** How much nearer to each other the colours lie, for the chroma that is left. */
const nearer = (gathered: number) => {
  const share = Math.round(100 * (1 - gathered));
  return share > 0 ? `${share} % nearer together` : "No nearer together";
};

function CandidateRow({
  candidate,
  chosen,
  onChoose,
}: {
  candidate: CandidateOut;
  chosen: boolean;
  onChoose: () => void;
}) {
  const lost = candidate.gives_way.length;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      className="flex min-h-14 w-full items-stretch gap-2 border-ink/20 border-b text-left aria-pressed:border-l-8 aria-pressed:border-l-ink aria-pressed:bg-white"
    >
      <Swatch colour={candidate.look} className="w-12 shrink-0" />
      <span className="min-w-0 flex-1 py-1 leading-tight">
        <span className={`block truncate ${chosen ? "font-bold" : ""}`}>{candidate.title}</span>
        <span className="block text-sm">{candidate.says}</span>
        <span className="block text-ink-soft text-sm">
          {nearer(candidate.gathered)}; share {percent(candidate.least_share)} to{" "}
          {percent(candidate.most_share)}
        </span>
      </span>
      {lost > 0 && (
        <span
          className="flex items-center gap-1 self-center text-sm"
          title={candidate.gives_way.join(" ")}
        >
          <TriangleAlert role="img" aria-label="wishes that give way" size={16} /> {lost}
        </span>
      )}
    </button>
  );
}

function AskedColour({ onAsk }: { onAsk: (colour: string) => void }) {
  const [colour, setColour] = useState("");
  const ask = (event: FormEvent) => {
    event.preventDefault();
    if (colour.trim()) onAsk(colour.trim());
  };
  return (
    <form onSubmit={ask} className="mt-2 flex items-end gap-2">
      <TextField
        label="Or any colour"
        value={colour}
        most={60}
        placeholder="raw umber, 5Y 5/2, #7a7a7a"
        onChange={setColour}
        className="min-w-0 flex-1"
      />
      <Button look="paper" type="submit" disabled={!colour.trim()}>
        Try it
      </Button>
    </form>
  );
}

function GivingForm({
  giving,
  amount,
  held,
  name,
  onChange,
  onHold,
}: {
  giving: GivingIn;
  /** What it comes to, where nothing is said. */
  amount: number | null;
  held: boolean;
  name: string;
  onChange: (patch: Partial<GivingIn>, stroke?: string) => void;
  onHold: () => void;
}) {
  const least = giving.kind === "least";
  const now = giving.amount ?? amount;
  return (
    <section
      aria-label="How it is given"
      className="flex flex-col gap-2 border-ink/25 border-b px-4 py-2"
    >
      <Select
        look="paper"
        label="How it is given"
        options={GIVINGS}
        value={giving.kind}
        onChoose={(kind) => onChange({ kind, amount: null })}
      />
      <div className="flex items-end gap-2">
        {now !== null && (
          <NumberField
            label={least ? "Hues apart" : giving.kind === "same" ? "Share" : "Pull"}
            unit={least ? "°" : "%"}
            value={Number((least ? now : 100 * now).toFixed(1))}
            least={0}
            most={least ? 180 : 100}
            onChange={(next) => onChange({ amount: least ? next : next / 100 }, "amount")}
            className="w-32"
          />
        )}
        <Button
          look="paper"
          className="flex-1"
          disabled={giving.amount == null}
          onClick={() => onChange({ amount: null })}
        >
          The usual share
        </Button>
      </div>
      <div className="flex flex-wrap gap-x-4">
        <Check
          says="Hold the values"
          checked={giving.hold_value}
          onChange={(hold_value) => onChange({ hold_value })}
        />
        <Check
          says="Bound each move"
          checked={giving.most_delta_e != null}
          onChange={(on) => onChange({ most_delta_e: on ? USUAL_BOUND : null })}
        />
        <Check
          says="Accents at a trace"
          checked={giving.accent_share > 0}
          onChange={(on) => onChange({ accent_share: on ? 0.01 : 0 })}
        />
      </div>
      {giving.most_delta_e != null && (
        <NumberField
          label="No passage moves by more than"
          unit="ΔE"
          value={giving.most_delta_e}
          least={0}
          most={100}
          onChange={(most_delta_e) => onChange({ most_delta_e }, "bound")}
        />
      )}
      {giving.accent_share > 0 && (
        <NumberField
          label="Accents take"
          unit="%"
          value={Number((100 * giving.accent_share).toFixed(2))}
          least={0}
          most={100}
          onChange={(next) => onChange({ accent_share: next / 100 }, "accents")}
        />
      )}
      <Button look="paper" aria-pressed={held} onClick={onHold}>
        {held ? <PinOff aria-hidden="true" size={18} /> : <Pin aria-hidden="true" size={18} />}
        <span className="truncate">{held ? `Let ${name} follow` : `Hold ${name} where it is`}</span>
      </Button>
    </section>
  );
}

function Check({
  says,
  checked,
  onChange,
}: {
  says: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex min-h-11 items-center gap-2 leading-tight">
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className="size-6 shrink-0 accent-ink"
      />
      {says}
    </label>
  );
}
