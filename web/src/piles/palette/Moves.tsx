import { useQuery } from "@tanstack/react-query";
import { type ComponentProps, useState } from "react";
import type { Move } from "../../api/client";
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

/** The few things that a move still needs to be told. */
export function MoveForm({
  move,
  pile,
  tube,
  busy,
  make,
  onLetDown,
  onClose,
}: FormProps & {
  move: MoveName;
  tube: TubeOut | undefined;
  onLetDown: LetDownProps["onLetDown"];
  onClose: () => void;
}) {
  const title = MOVES.find(([key]) => key === move)?.[1] ?? "";
  const props = { pile, busy, make };
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
      {move === "let-down" && <LetDown tube={tube} busy={busy} onLetDown={onLetDown} />}
      {move === "keep" && <Keep {...props} />}
      <Button look="paper" onClick={onClose}>
        Not now
      </Button>
    </section>
  );
}

interface FormProps {
  pile: PileOut;
  busy: boolean;
  /** Do it, under the words for it as long as it waits. */
  make: (move: Move, says: string) => void;
}

interface LetDownProps {
  tube: TubeOut | undefined;
  busy: boolean;
  onLetDown: (tube: number, parts: number, volume_ml: number) => void;
}

function Split({ pile, busy, make }: FormProps) {
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
        onClick={() => make({ kind: "split", into, shares: uneven ? shares : null }, "split it")}
      >
        Split {millilitres(pile.volume_ml)}
      </Do>
    </>
  );
}

function Carry({ pile, busy, make }: FormProps) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const others = piles.filter((each) => each.id !== pile.id);
  const [onto, setOnto] = useState<string | null>(null);
  const [amount, setAmount] = useState(knifeLoad(pile));
  const chosen = onto ?? String(others[0]?.id ?? "");
  const carry = (ml: number) =>
    make(
      { kind: "carry", onto: Number(chosen), amount: ml, measure: "ml" },
      `carry ${millilitres(ml)}`,
    );
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
      <Do disabled={busy} onClick={() => carry(amount)}>
        Carry it
      </Do>
      <Button look="paper" disabled={busy} onClick={() => carry(pile.volume_ml)}>
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

function Scoop({ pile, busy, make }: FormProps) {
  const [amount, setAmount] = useState(knifeLoad(pile));
  return (
    <>
      <Millilitres label="Take for use" value={amount} most={pile.volume_ml} onChange={setAmount} />
      <Do
        disabled={busy}
        onClick={() =>
          make({ kind: "scoop", amount, measure: "ml" }, `scoop ${millilitres(amount)}`)
        }
      >
        Scoop it
      </Do>
    </>
  );
}

const THINNERS = [
  ["medium", "Medium"],
  ["water", "Water"],
] as const;

function Thin({ pile, busy, make }: FormProps) {
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
      <Do
        disabled={busy}
        onClick={() =>
          make({ kind: "add", thinner, amount, measure: "ml" }, `${millilitres(amount)} ${thinner}`)
        }
      >
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

function Family({ busy, make }: FormProps) {
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
      <Do
        disabled={busy}
        onClick={() => make({ kind: "family", by: kind, share: percent / 100 }, "make the set")}
      >
        Make the set
      </Do>
    </>
  );
}

function Pot({ pile, busy, make }: FormProps) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const pots = piles.filter((each) => each.kind === "pot" && each.id !== pile.id);
  return (
    <>
      <p className="w-full leading-snug">
        {millilitres(pile.volume_ml)} of mud is kept, and is a paint from then on.
      </p>
      {pots.map((pot) => (
        <Button
          key={pot.id}
          look="solid"
          disabled={busy}
          onClick={() => make({ kind: "pot", pot: pot.id }, `into “${pot.name}”`)}
        >
          Into “{pot.name}”
        </Button>
      ))}
      <Button
        look={pots.length ? "paper" : "solid"}
        disabled={busy}
        onClick={() => make({ kind: "pot", pot: null }, "into a new pot")}
      >
        Into a new pot
      </Button>
    </>
  );
}

function LetDown({ tube, busy, onLetDown }: LetDownProps) {
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
      <Do disabled={busy || !tube} onClick={() => tube && onLetDown(tube.id, parts, volume)}>
        Let it down
      </Do>
    </>
  );
}

function Keep({ pile, busy, make }: FormProps) {
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
      <Do disabled={busy} onClick={() => make({ kind: "keep", name }, `keep “${name}”`)}>
        Keep it
      </Do>
    </>
  );
}
