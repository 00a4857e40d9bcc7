import { useQuery } from "@tanstack/react-query";
import { type ComponentProps, useState } from "react";
import { pilesQuery } from "../../api/queries";
import type { PileOut, TubeOut } from "../../api/schema";
import { TABLES } from "../../api/tables";
import { millilitres } from "../../mixtures/amounts";
import { ActionMenu } from "../../ui/ActionMenu";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";
import { MOVES, type MoveName } from "./moveNames";

/** What can be done with the pile besides adding a tube. */
export function MovesMenu({
  pile,
  onChoose,
}: {
  pile: PileOut;
  onChoose: (move: MoveName) => void;
}) {
  const empty = pile.volume_ml === 0;
  return (
    <ActionMenu
      says="Palette moves"
      look="slate"
      anchor="bottom start"
      actions={MOVES.map(([key, says, needsPaint]) => ({
        says,
        does: () => onChoose(key),
        disabled: needsPaint && empty,
      }))}
    />
  );
}

const MOST_ML = 1000;

export interface MoveActs {
  onSplit: (into: number, shares: number[] | null) => void;
  onCarry: (onto: number, amount: number) => void;
  onScoop: (amount: number) => void;
  onThin: (thinner: "medium" | "water", amount: number) => void;
  onFamily: (kind: "distance" | "value", share: number) => void;
  onPot: (pot: number | null) => void;
  onLetDown: (tube: number, parts: number, volume_ml: number) => void;
  onKeep: (name: string) => void;
}

/** The few things that a move still needs to be told. */
export function MoveForm({
  move,
  pile,
  tube,
  busy,
  acts,
  onClose,
}: {
  move: MoveName;
  pile: PileOut;
  tube: TubeOut | undefined;
  busy: boolean;
  acts: MoveActs;
  onClose: () => void;
}) {
  const title = MOVES.find(([key]) => key === move)?.[1] ?? "";
  const props = { pile, tube, busy, acts };
  return (
    <section
      aria-label={title}
      className="flex w-full flex-wrap items-end gap-3 bg-paper p-3 text-ink"
    >
      <h2 className="w-full font-bold text-lg leading-none">{title}</h2>
      {move === "split" && <Split {...props} />}
      {move === "carry" && <Carry {...props} />}
      {move === "scoop" && <Scoop {...props} />}
      {move === "thin" && <Thin {...props} />}
      {move === "family" && <Family {...props} />}
      {move === "pot" && <Pot {...props} />}
      {move === "let-down" && <LetDown {...props} />}
      {move === "keep" && <Keep {...props} />}
      <Button look="paper" onClick={onClose}>
        Not now
      </Button>
    </section>
  );
}

interface FormProps {
  pile: PileOut;
  tube: TubeOut | undefined;
  busy: boolean;
  acts: MoveActs;
}

function Split({ pile, busy, acts }: FormProps) {
  const [into, setInto] = useState(2);
  const [given, setGiven] = useState("");
  const shares = given.split(/[\s:,;]+/).map(Number);
  const uneven = given.trim() !== "" && shares.length > 1 && shares.every((share) => share > 0);
  return (
    <>
      <NumberField
        label="Into equal piles"
        value={into}
        least={2}
        most={12}
        onChange={(count) => setInto(Math.round(count))}
        className="w-28"
      />
      <TextField
        label="or in these parts"
        value={given}
        most={60}
        placeholder="2 : 1 : 1"
        onChange={setGiven}
        className="w-36"
      />
      <Do
        disabled={busy || (given.trim() !== "" && !uneven)}
        onClick={() => acts.onSplit(into, uneven ? shares : null)}
      >
        Split {millilitres(pile.volume_ml)}
      </Do>
    </>
  );
}

function Carry({ pile, busy, acts }: FormProps) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const others = piles.filter((each) => each.id !== pile.id);
  const [onto, setOnto] = useState<string | null>(null);
  const [amount, setAmount] = useState(knifeLoad(pile));
  const chosen = onto ?? String(others[0]?.id ?? "");
  if (others.length === 0) return <p>There is no other pile to carry it to.</p>;
  return (
    <>
      <span className="leading-tight">
        <span className="block">To</span>
        <Select
          label="Pile it goes to"
          look="paper"
          options={others.map((each) => [String(each.id), each.name] as const)}
          value={chosen}
          onChoose={setOnto}
        />
      </span>
      <Millilitres
        label="A knife-load of"
        value={amount}
        most={pile.volume_ml}
        onChange={setAmount}
      />
      <Do disabled={busy} onClick={() => acts.onCarry(Number(chosen), amount)}>
        Carry it
      </Do>
      <Button
        look="paper"
        disabled={busy}
        onClick={() => acts.onCarry(Number(chosen), pile.volume_ml)}
      >
        Carry all of it
      </Button>
    </>
  );
}

/** What the form is for. */
function Do(props: ComponentProps<typeof Button>) {
  return <Button {...props} look="solid" />;
}

function Millilitres({
  least = 0.001,
  most = MOST_ML,
  ...field
}: {
  label: string;
  value: number;
  least?: number;
  most?: number;
  onChange: (ml: number) => void;
}) {
  return <NumberField {...field} unit="ml" least={least} most={most} className="w-28" />;
}

/** What a knife carries of the pile, in a figure that can be measured. */
function knifeLoad(pile: PileOut): number {
  return Number((pile.volume_ml * TABLES.knifeLoad).toPrecision(2)) || 0.1;
}

function Scoop({ pile, busy, acts }: FormProps) {
  const [amount, setAmount] = useState(knifeLoad(pile));
  return (
    <>
      <Millilitres label="Take for use" value={amount} most={pile.volume_ml} onChange={setAmount} />
      <Do disabled={busy} onClick={() => acts.onScoop(amount)}>
        Scoop it
      </Do>
    </>
  );
}

const THINNERS = [
  ["medium", "Medium"],
  ["water", "Water"],
] as const;

function Thin({ pile, busy, acts }: FormProps) {
  const [thinner, setThinner] = useState<"medium" | "water">("medium");
  const [amount, setAmount] = useState(knifeLoad(pile));
  return (
    <>
      <Choice
        label="Thin with"
        look="paper"
        options={THINNERS}
        value={thinner}
        onChoose={setThinner}
      />
      <Millilitres label="Amount" value={amount} onChange={setAmount} />
      <Do disabled={busy} onClick={() => acts.onThin(thinner, amount)}>
        Thin it
      </Do>
      <p className="w-full text-sm leading-snug">
        A thick layer keeps its colour; a thin one lets the ground through. {TABLES.cautions.oily}
      </p>
    </>
  );
}

const FAMILIES = [
  ["distance", "Near, middle, far"],
  ["value", "Light, middle, dark"],
] as const;

function Family({ busy, acts }: FormProps) {
  const [kind, setKind] = useState<"distance" | "value">("distance");
  const [percent, setPercent] = useState(30);
  return (
    <>
      <Choice label="Which set" look="paper" options={FAMILIES} value={kind} onChoose={setKind} />
      <NumberField
        label="Carry into the next"
        unit="%"
        value={percent}
        least={5}
        most={80}
        onChange={setPercent}
        className="w-32"
      />
      <Do disabled={busy} onClick={() => acts.onFamily(kind, percent / 100)}>
        Make the set
      </Do>
    </>
  );
}

function Pot({ pile, busy, acts }: FormProps) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const pots = piles.filter((each) => each.kind === "pot" && each.id !== pile.id);
  return (
    <>
      <p className="w-full leading-snug">
        {millilitres(pile.volume_ml)} of mud is kept, and is a paint from then on.
      </p>
      {pots.map((pot) => (
        <Button key={pot.id} look="solid" disabled={busy} onClick={() => acts.onPot(pot.id)}>
          Into “{pot.name}”
        </Button>
      ))}
      <Button
        look={pots.length ? "paper" : "solid"}
        disabled={busy}
        onClick={() => acts.onPot(null)}
      >
        Into a new pot
      </Button>
    </>
  );
}

function LetDown({ tube, busy, acts }: FormProps) {
  const [parts, setParts] = useState(9);
  const [volume, setVolume] = useState(5);
  return (
    <>
      <p className="w-full leading-snug">
        {tube ? `${tube.label}, let into white.` : "Tap the strong tube to let down."}
      </p>
      <NumberField
        label="White to one part"
        value={parts}
        least={1}
        most={99}
        onChange={setParts}
        className="w-32"
      />
      <Millilitres label="In all" value={volume} least={0.1} onChange={setVolume} />
      <Do disabled={busy || !tube} onClick={() => tube && acts.onLetDown(tube.id, parts, volume)}>
        Let it down
      </Do>
    </>
  );
}

function Keep({ pile, busy, acts }: FormProps) {
  const [name, setName] = useState(pile.target_name || pile.name);
  return (
    <>
      <TextField
        label="Name of the mixture"
        value={name}
        most={120}
        onChange={setName}
        className="w-64"
      />
      <Do disabled={busy} onClick={() => acts.onKeep(name)}>
        Keep it
      </Do>
    </>
  );
}
