import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Gauge } from "lucide-react";
import { useState } from "react";
import { ask } from "../api/client";
import { tellPile } from "../api/queries";
import type { AdviceOut, PileOut, TubeMixture } from "../api/schema";
import type { Waiting } from "../keeping/outbox";
import { type Measure, stepAmount } from "../mixtures/amounts";
import { NoteIt } from "../mixtures/NoteIt";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";
import { sentence } from "../seen/words";
import { Button } from "../ui/Button";
import { Cautions } from "../ui/Cautions";
import { Note } from "../ui/Note";
import { TextField } from "../ui/TextField";
import { mixturesNear } from "./queries";

/** ΔE within which a mixture kept before is worth showing. */
const NEAR = 6;

/** The slip at the palette: what is wrong, what to add, and everything that was done. */
export function PileSlip({
  pile,
  measure,
  busy,
  waiting,
  onAdd,
  onAgain,
  onTarget,
  onCalibrate,
}: {
  pile: PileOut;
  measure: Measure;
  busy: boolean;
  waiting: readonly Waiting[];
  onAdd: (addition: AdviceOut) => void;
  /** A fresh pile for the same target. */
  onAgain: () => void;
  onTarget: () => void;
  onCalibrate: (tube: number) => void;
}) {
  const made = mixtureOf(pile);
  return (
    <aside
      aria-label="The slip"
      className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto bg-paper px-4 py-3 text-ink"
    >
      <Written pile={pile} onTarget={onTarget} />
      {waiting.length > 0 && (
        <section aria-label="Waiting" className="border-ink border-l-8 pl-3" role="status">
          <b>{waiting.length === 1 ? "This waits" : "These wait"} for the line:</b>
          <ol>
            {waiting.map((each) => (
              <li key={each.token}>{each.says}</li>
            ))}
          </ol>
        </section>
      )}
      <AdviceList pile={pile} measure={measure} busy={busy} onAdd={onAdd} onAgain={onAgain} />
      {made && <NoteIt mixture={made} />}
      <History pile={pile} onCalibrate={onCalibrate} />
      <Before pile={pile} />
      <Cautions says={pile.cautions} />
    </aside>
  );
}

/** What lies on a pile as a mixture of tubes; none while there is nothing. */
function mixtureOf(pile: PileOut): TubeMixture | null {
  const parts = pile.make_up.flatMap(({ tube, share }) =>
    tube === null ? [] : [{ tube, parts: Math.max(100 * share, 1e-6) }],
  );
  if (parts.length === 0 || parts.length > 8) return null;
  return { parts, name: pile.name, origin: { kind: "pile", id: pile.id, key: "" } };
}

function AdviceList({
  pile,
  measure,
  busy,
  onAdd,
  onAgain,
}: {
  pile: PileOut;
  measure: Measure;
  busy: boolean;
  onAdd: (addition: AdviceOut) => void;
  onAgain: () => void;
}) {
  const { advice } = pile;
  if (pile.kind !== "pile")
    return (
      <p className="border-ink border-t-2 pt-2">
        {pile.kind === "pot"
          ? "Left-over mud. It is a paint like any other: carry some of it where it helps."
          : "A strong paint let down, so that little of it can be measured. Carry some of it to a pile."}
      </p>
    );
  if (!advice)
    return (
      <p className="border-ink border-t-2 pt-2">
        Without a target there is no advice: say above what colour you want.
      </p>
    );
  return (
    <section aria-label="Advice" className="border-ink border-t-2 pt-2">
      <p className="text-lg leading-snug" data-testid="advice">
        {advice.says}
      </p>
      {advice.delta_e_now !== null && (
        <p className="text-ink-soft text-sm">
          From the target: {differenceText(advice.delta_e_now)}
          {advice.additions.length > 0 &&
            `; once all of this is in ${differenceText(advice.delta_e_then)}, and ${advice.growth.toFixed(1)} times the paint`}
          .
        </p>
      )}
      {advice.start_again && (
        <Button look="solid" className="mt-1 w-full" disabled={busy} onClick={onAgain}>
          Begin a fresh pile for it
        </Button>
      )}
      {advice.fresh.length > 0 && (
        <ul className="divide-y divide-ink/20" aria-label="A fresh pile">
          {advice.fresh.map((addition) => (
            <li key={`${addition.tube} ${addition.pot}`} className="flex gap-2 py-2 leading-snug">
              <Swatch colour={addition.look} className="w-11 shrink-0" />
              <span>
                <b>{addition.measured[measure]}</b> {addition.label}
                {addition.touch && <b className="block">{addition.touch}</b>}
              </span>
            </li>
          ))}
        </ul>
      )}
      <ol className="divide-y divide-ink/20">
        {advice.additions.map((addition, i) => (
          <li key={`${addition.tube} ${addition.pot}`} className="py-2 leading-snug">
            {advice.waits && i === 1 && (
              <p className="pb-1 font-bold">Then, once the value is right:</p>
            )}
            <span className="flex items-stretch gap-2">
              <Swatch colour={addition.look} className="w-11 shrink-0" />
              <span className="min-w-0 flex-1">
                <b>{addition.measured[measure]}</b> {addition.label}
                {addition.touch && <b className="block">{addition.touch}</b>}
                <span className="block text-ink-soft text-sm">{addition.says}</span>
              </span>
            </span>
            <Button
              look="paper"
              className="mt-1 w-full"
              disabled={busy}
              onClick={() => onAdd(addition)}
            >
              {addition.first_ml < addition.volume_ml
                ? `Add ${addition.first_measured[measure]} first, then look`
                : `Add ${addition.first_measured[measure]}`}
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What it is made of, and everything that was done to it. */
function History({ pile, onCalibrate }: { pile: PileOut; onCalibrate: (tube: number) => void }) {
  return (
    <section aria-label="What is in it" className="border-ink border-t-2 pt-2">
      <h2 className="font-bold">What was done to it</h2>
      {pile.steps.length === 0 && <p>Nothing yet.</p>}
      <ol>
        {pile.steps.map((step, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
          <li key={i} className="flex items-center gap-2 leading-tight">
            {step.look ? (
              <Swatch colour={step.look} className="h-9 w-9 shrink-0" />
            ) : (
              <span aria-hidden="true" className="hatched h-9 w-9 shrink-0" />
            )}
            <span className="min-w-0 flex-1">
              <b>{stepAmount(step)}</b> {step.label}
            </span>
            <span className="text-ink-soft text-sm">{step.look?.munsell ?? "nothing left"}</span>
          </li>
        ))}
      </ol>
      {pile.make_up.length > 1 && (
        <p className="pt-1 text-sm leading-snug" data-testid="make-up">
          <b>Made of</b>{" "}
          {pile.make_up
            .map(
              (part) => `${(100 * part.share).toFixed(part.share < 0.1 ? 1 : 0)} % ${part.label}`,
            )
            .join(", ")}
          .{pile.near && <span className="block text-ink-soft">{sentence(pile.near)}</span>}
        </p>
      )}
      {pile.calibrates.length > 0 && (
        <div className="mt-2 border-ink border-l-8 pl-3">
          <p className="leading-snug">
            {pile.calibrates[0]?.alone
              ? "This reading tells of the tube itself."
              : "This reading tells a little of each tube; alone, or with white, it tells more."}
          </p>
          {pile.calibrates.map((each) => (
            <Button
              key={each.tube}
              look="paper"
              className="mt-1 w-full"
              onClick={() => onCalibrate(each.tube)}
            >
              <Gauge aria-hidden="true" size={18} /> Keep it as a reading of {each.label}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}

/** What was mixed before that is near the target. */
function Before({ pile }: { pile: PileOut }) {
  const known = pile.target !== null || pile.look !== null;
  const { data: found = [] } = useQuery({
    ...mixturesNear(pile.id, `${pile.target?.lab} ${pile.target ? "" : pile.look?.lab}`),
    enabled: known,
  });
  const near = found.flatMap((each) =>
    typeof each.away === "number" && each.away < NEAR ? [{ ...each, away: each.away }] : [],
  );
  if (near.length === 0) return null;
  return (
    <section aria-label="Mixed before" className="border-ink border-t-2 pt-2">
      <h2 className="font-bold">Mixed before, near this</h2>
      <ul>
        {near.map((each) => (
          <li key={each.id} className="flex items-center gap-2 py-1 leading-tight">
            <Swatch colour={each.look} className="h-11 w-11 shrink-0" />
            <span className="min-w-0 flex-1">
              <b>{each.title}</b>: {differenceText(each.away)}
              <span className="block text-ink-soft text-sm">
                {each.parts
                  .map((part) => `${(100 * part.share).toFixed(0)} ${part.label}`)
                  .join(" · ")}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The pile's name, kept as it is left, and its target. */
function Written({ pile, onTarget }: { pile: PileOut; onTarget: () => void }) {
  const [name, setName] = useState(pile.name);
  const cache = useQueryClient();
  const change = useMutation({
    mutationFn: (body: { name: string }) => ask("PATCH /api/piles/{key}", { key: pile.id, body }),
    onSuccess: (now) => tellPile(cache, now),
  });
  return (
    <div className="flex flex-col gap-2">
      <TextField
        label={pile.kind === "pot" ? "Name of the pot" : "Name of the pile"}
        value={name}
        most={120}
        onChange={setName}
        onDone={() => name.trim() && name !== pile.name && change.mutate({ name })}
      />
      {pile.kind === "pile" && (
        <div className="flex items-center gap-2">
          {pile.target ? (
            <Swatch colour={pile.target} notched className="h-11 w-11 shrink-0" />
          ) : (
            <span aria-hidden="true" className="hatched h-11 w-11 shrink-0" />
          )}
          <span className="min-w-0 flex-1 leading-tight">
            {pile.target ? (
              <>
                To hit: <b>{pile.target_name}</b>
              </>
            ) : (
              "No target yet"
            )}
          </span>
          <Button look="paper" onClick={onTarget}>
            {pile.target ? "Another" : "Set one"}
          </Button>
        </div>
      )}
      {change.error && <Note>{change.error.message}</Note>}
    </div>
  );
}
