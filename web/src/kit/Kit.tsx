import { Pencil, Printer, Sun } from "lucide-react";
import { type ReactNode, useState } from "react";
import { NOBODY } from "../api/preferences";
import { Legend } from "../plots/Legend";
import { neutral } from "../seen/neutrals";
import { Chip, type Colour, Swatch } from "../seen/Swatch";
import { ViewingProvider } from "../seen/viewing";
import { ActionMenu } from "../ui/ActionMenu";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Fold } from "../ui/Fold";
import { Note } from "../ui/Note";
import { NumberField } from "../ui/NumberField";
import { Panel } from "../ui/Panel";
import { Progress } from "../ui/Progress";
import { Select } from "../ui/Select";
import { Stepper } from "../ui/Stepper";
import { TextField } from "../ui/TextField";

const SURFACES = [
  ["slate", "On a bar", "bg-slate text-chalk"],
  ["paper", "On paper", "bg-paper text-ink"],
  ["stage", "On the surround", "bg-stage text-stage-ink"],
] as const;

const OPTIONS = [
  ["page", "Page"],
  ["plan", "Plan"],
  ["both", "Page and plan"],
] as const;

/** Every piece of the kit in every state, on the surfaces it stands on: for whoever builds with it. */
export function Kit() {
  return (
    <ViewingProvider me={NOBODY}>
      <Pieces />
    </ViewingProvider>
  );
}

function Pieces() {
  return (
    <main className="grid min-h-dvh gap-px bg-slate-deep lg:grid-cols-3">
      {SURFACES.map(([surface, title, tone]) => (
        <section key={surface} aria-label={title} className={`flex flex-col gap-3 p-5 ${tone}`}>
          <h1 className="font-bold text-2xl">{title}</h1>
          <Controls surface={surface} />
          {surface === "paper" && <Fields />}
          {surface === "stage" && <Chips />}
        </section>
      ))}
    </main>
  );
}

function Row({ says, children }: { says: string; children: ReactNode }) {
  return (
    <div>
      <p className="text-sm">{says}</p>
      <div className="flex flex-wrap items-center gap-2">{children}</div>
    </div>
  );
}

function Controls({ surface }: { surface: "slate" | "paper" | "stage" }) {
  const [view, setView] = useState<"page" | "plan" | "both">("plan");
  const [count, setCount] = useState(9);
  const [open, setOpen] = useState(false);
  return (
    <>
      <Row says="Button: plain, chosen, not now, the one a form is for">
        <Button look={surface}>
          <Pencil aria-hidden="true" size={18} /> Rename
        </Button>
        <Button look={surface} aria-pressed>
          Squint
        </Button>
        <Button look={surface} disabled>
          Undo
        </Button>
        <Button look="solid">Keep it</Button>
        <Button look="solid" disabled>
          Keep it
        </Button>
      </Row>
      <Row says="Choice: one of a few">
        <Choice label="View" look={surface} options={OPTIONS} value={view} onChoose={setView} />
      </Row>
      <Row says="Stepper: within, at its least, at its most">
        <Stepper
          look={surface}
          value={count}
          least={3}
          most={15}
          word="steps"
          onChange={setCount}
        />
        <Stepper look={surface} value={3} least={3} most={15} word="steps" onChange={setCount} />
        <Stepper look={surface} value={15} least={3} most={15} word="steps" onChange={setCount} />
      </Row>
      {surface !== "stage" && (
        <Row says="Select: many options; menu: things to do, one of them not now">
          <Select
            label="Light"
            look={surface}
            icon={<Sun aria-hidden="true" size={18} />}
            options={OPTIONS}
            value={view}
            onChoose={setView}
          />
          <ActionMenu
            look={surface}
            says="On paper"
            icon={<Printer aria-hidden="true" size={18} />}
            actions={[
              { says: "Sheet (PDF)", does: () => setView("page") },
              { says: "Sheet (SVG)", does: () => setView("plan"), disabled: true },
            ]}
          />
          <ActionMenu look={surface} says="Nothing yet" actions={[]} disabled />
        </Row>
      )}
      {surface === "slate" && (
        <Row says="Fold: what is set once, folded and unfolded">
          <Fold label="Options" says={["9 steps", "even in chroma"]} open={open} onOpen={setOpen} />
          <Fold label="Options" says={["9 steps", "no white"]} open onOpen={() => {}} />
        </Row>
      )}
      {surface === "slate" && (
        <Row says="Slider">
          <input
            type="range"
            aria-label="Surround"
            defaultValue={5}
            min={2}
            max={9}
            className="h-11 w-28 accent-chalk"
          />
        </Row>
      )}
    </>
  );
}

function Fields() {
  const [name, setName] = useState("");
  const [amount, setAmount] = useState(2.5);
  const [open, setOpen] = useState(false);
  return (
    <>
      <Row says="Text field: empty and filled">
        <TextField label="Name" value={name} most={60} placeholder="Harbour" onChange={setName} />
        <TextField label="Name" value="Low tide" most={60} onChange={setName} />
      </Row>
      <Row says="Number field: good, and told what is (type 900)">
        <NumberField
          label="Amount"
          unit="ml"
          value={amount}
          least={0.1}
          most={100}
          onChange={setAmount}
          className="w-32"
        />
        <NumberField label="Amount" value={900} least={0.1} most={100} onChange={setAmount} />
      </Row>
      <Row says="Progress: of something that takes a while">
        <Progress says="Gathering sheets …" share={0.4} onStop={() => {}} />
      </Row>
      <Row says="Something to mend">
        <Note>“Harbour water” is empty; there is nothing to take.</Note>
      </Row>
      <Row says="Panel">
        <Button look="paper" onClick={() => setOpen(true)}>
          Open a panel
        </Button>
        <Panel open={open} title="A panel" onClose={() => setOpen(false)}>
          <p>A sheet of paper over the work.</p>
        </Panel>
      </Row>
      <Row says="The legend">
        <Legend />
      </Row>
    </>
  );
}

const grey = (value: number): Colour => ({
  srgb: neutral(value),
  value_srgb: neutral(value),
  opened_srgb: neutral(value + 1),
  in_gamut: true,
});

const GREYS = [grey(2), grey(4), grey(6), grey(8)];

function Chips() {
  return (
    <Row says="Chips: masstone above, tint below; the last one a screen cannot show">
      {GREYS.map((grey, i) => (
        <Chip
          key={grey.srgb}
          masstone={grey}
          tint={GREYS[i + 1] ?? grey}
          className="h-16 w-16 flex-col"
        />
      ))}
      <Swatch colour={{ ...grey(3), in_gamut: false }} notched className="h-16 w-16" />
    </Row>
  );
}
