import { useState } from "react";
import { TABLES } from "../api/tables";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";

const YES_NO = [
  ["yes", "Yes"],
  ["no", "No"],
] as const;

type Told = "yes" | "no" | "";

const [DARK, LESS_DARK, LESS_LIGHT, LIGHT] = TABLES.screenCheck;

/** Whether this screen and room show what is asked: darks, lights, and even steps between. */
export function ScreenCheck() {
  const [open, setOpen] = useState(false);
  const [dark, setDark] = useState<Told>("");
  const [light, setLight] = useState<Told>("");
  const [even, setEven] = useState<Told>("");
  const answered = [dark, light, even];
  const trouble = [
    dark === "no" && "darks will be told by chance here: lower the light in the room",
    light === "no" && "lights will be told by chance here: turn the screen down a little",
    even === "no" && "steps look uneven here: values are told less surely than they would be",
  ].filter(Boolean);
  return (
    <div className="border-ink border-t-2 pt-2">
      <Button look="paper" aria-expanded={open} onClick={() => setOpen(!open)}>
        This screen and room:{" "}
        {answered.every((each) => each === "")
          ? "not looked at yet"
          : trouble.length
            ? "not all is shown"
            : "good enough"}
      </Button>
      {open && (
        <div className="flex flex-col gap-3 pt-2">
          <Pair
            says="Is there an edge in the dark square?"
            codes={[DARK, LESS_DARK]}
            value={dark}
            onChoose={setDark}
          />
          <Pair
            says="Is there an edge in the light square?"
            codes={[LESS_LIGHT, LIGHT]}
            value={light}
            onChoose={setLight}
          />
          <Pair
            says="Do these steps look even?"
            codes={TABLES.values}
            value={even}
            onChoose={setEven}
          />
          <p className="text-ink-soft text-sm leading-snug">
            This looks at the screen and the room. It is no test of eyesight.
            {trouble.length > 0 && ` What it means: ${trouble.join("; ")}.`}
          </p>
        </div>
      )}
    </div>
  );
}

function Pair({
  says,
  codes,
  value,
  onChoose,
}: {
  says: string;
  codes: readonly string[];
  value: Told;
  onChoose: (told: Told) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      <span aria-hidden="true" className="flex h-20 w-60">
        {codes.map((code) => (
          <span key={code} className="flex-1" style={{ backgroundColor: code }} />
        ))}
      </span>
      <span>{says}</span>
      <Choice
        label={says}
        look="paper"
        options={YES_NO}
        value={value as "yes" | "no"}
        onChoose={onChoose}
      />
    </div>
  );
}
