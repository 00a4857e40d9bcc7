import { useState } from "react";
import { usePreferences } from "../api/preferences";
import { Legend } from "../plots/Legend";
import { DIFFERENCES } from "../seen/difference";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import type { KeyAction } from "../ui/keys";
import { Panel } from "../ui/Panel";
import { HowTos } from "./HowTos";
import { HINTS } from "./hints";

const STEP_KEYS: ReadonlyArray<[string, string]> = [
  ["← →", "Move the chosen step along the trail"],
  ["Shift ← →", "Move it ten times as far"],
  ["↑ ↓ ← →", "Walk a triangle's point, or the cells of a chart"],
  ["Tab", "To the next step, and through all controls"],
  ["Ctrl Z · Ctrl Shift Z", "Undo · redo"],
  ["T · P · M · E", "The trail · partners · schools of muting · steps and white"],
  ["O · N", "Saved sheets or paintings · a new sheet"],
  ["1 2 3 4", "Passages, mother colour, schools and palette of a painting"],
];

const PARTS = [
  ["howto", "How to"],
  ["marks", "Marks, keys and figures"],
  ["hints", "Hints"],
] as const;

export type HelpPart = (typeof PARTS)[number][0];

/** Answers, the marks, the keys and the figures, one tap away in every stage. */
export function Help({
  part: first,
  onClose,
  keys,
}: {
  /** Which part lies on top. */
  part: HelpPart;
  onClose: () => void;
  keys: readonly KeyAction[];
}) {
  const [part, setPart] = useState<HelpPart>(first);
  return (
    <Panel open onClose={onClose} title="Help" wide>
      <Choice
        look="paper"
        label="Part of the help"
        options={PARTS}
        value={part}
        onChoose={setPart}
        className="flex-wrap pb-2"
      />
      {part === "howto" ? (
        <HowTos onGo={onClose} />
      ) : part === "hints" ? (
        <Hints />
      ) : (
        <Marks keys={keys} />
      )}
    </Panel>
  );
}

/** Every hint there is, and a way to be told them at their places once more. */
function Hints() {
  const { me, prefer } = usePreferences();
  return (
    <>
      <ul>
        {Object.values(HINTS).map(({ says, key }) => (
          <li key={says} className="flex gap-4 border-ink/20 border-b py-2">
            <span className="flex-1">{says}</span>
            <b>{key}</b>
          </li>
        ))}
      </ul>
      <Button
        look="paper"
        className="mt-2 -ml-3"
        disabled={me.hints.length === 0}
        onClick={() => prefer({ hints: [] })}
      >
        Show them at their places again
      </Button>
    </>
  );
}

function Marks({ keys }: { keys: readonly KeyAction[] }) {
  const rows = [...STEP_KEYS, ...keys.map((k) => [k.key.toUpperCase(), k.says] as const)];
  return (
    <>
      <h3 className="pb-1 font-bold">What the marks mean</h3>
      <Legend />
      <h3 className="pt-5 pb-1 font-bold">Keys</h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {rows.map(([key, says]) => (
          <div key={key} className="contents">
            <dt className="font-bold">{key}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
      <h3 className="pt-5 pb-1 font-bold">How far two colours are apart: ΔE</h3>
      <p className="max-w-prose pb-2">
        The formula CIEDE2000 counts what an eye sees between two colours. A ± says how far a
        prediction may be off, two times in three.
      </p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1" aria-label="Differences in words">
        {DIFFERENCES.map(([range, word]) => (
          <div key={range} className="contents">
            <dt className="font-bold">{range}</dt>
            <dd>{word}</dd>
          </div>
        ))}
      </dl>
      <p className="pt-5 text-sm">
        What others made and this is built with:{" "}
        <a href="/notices.md" className="underline">
          licences of the packages
        </a>
        ,{" "}
        <a href="/notices-font.txt" className="underline">
          of the font
        </a>{" "}
        and{" "}
        <a href="/notices-worker.txt" className="underline">
          of what works offline
        </a>
        .
      </p>
    </>
  );
}
