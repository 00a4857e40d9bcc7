import { Crosshair } from "lucide-react";
import { useState } from "react";
import { useComputed } from "../../api/queries";
import type { TubeMixture, Viewing } from "../../api/schema";
import { NO_TARGET, pileFor, useBeginPiles } from "../../mixtures/beginPile";
import { Swatch } from "../../seen/Swatch";
import { useViewing } from "../../seen/viewing";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";

const TESTS = [
  ["white", "Opened with white"],
  ["film", "Thin over white"],
] as const;

/** A dark or a grey made true: its lean is named, and the trace told that takes it out. */
export function NudgeTrue({
  mixture,
  viewing,
  volume,
}: {
  mixture: TubeMixture;
  viewing: Pick<Viewing, "medium" | "ground">;
  /** Millilitres of the pile. */
  volume: number;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="paper" className="flex-1" onClick={() => setOpen(true)}>
        <Crosshair aria-hidden="true" size={18} /> Make it true
      </Button>
      {open && (
        <Nudging
          mixture={mixture}
          viewing={viewing}
          volume={volume}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}

function Nudging({
  mixture,
  viewing,
  volume,
  onClose,
}: {
  mixture: TubeMixture;
  viewing: Pick<Viewing, "medium" | "ground">;
  volume: number;
  onClose: () => void;
}) {
  const { light } = useViewing();
  const [test, setTest] = useState<"white" | "film">("white");
  const [done, setDone] = useState(0);
  const [all, setAll] = useState(false);
  const begin = useBeginPiles();
  const { data, error } = useComputed("nudges", {
    ...viewing,
    ...{ mixture, test, light, finish: "satin", volume_ml: volume },
  });
  const nudge = data?.nudges[done] ?? null;
  const now = done > 0 ? data?.nudges[done - 1] : data;
  return (
    <Panel open title="Make it true" onClose={onClose}>
      <p className="leading-snug">
        A dark hides its lean until it is opened. Name the lean, add a trace of its opposite, look
        again.
      </p>
      <Choice
        look="paper"
        label="How the lean is made to show"
        className="py-2"
        options={TESTS}
        value={test}
        onChoose={(next) => {
          setTest(next);
          setDone(0);
        }}
      />
      {error && <Note>{error.message}</Note>}
      {data && now && (
        <>
          <div className="flex h-32">
            <Swatch colour={now.look} className="h-full flex-1" />
            <Swatch colour={now.test} className="h-full flex-1" />
          </div>
          <p className="text-ink-soft text-sm">
            The pile of {volume} ml, and beside it its test: {now.test.name}.
          </p>
          {all ? (
            <ul className="py-3 text-xl leading-snug" aria-label="All at once">
              {data.at_once.map((says) => (
                <li key={says}>Add {says}.</li>
              ))}
            </ul>
          ) : (
            <p role="status" className="py-3 text-xl leading-snug">
              {nudge
                ? `${nudge.says} ${mlText(nudge.volume_ml)}.`
                : data.left
                  ? `It leans ${data.left}, and nothing in the box takes that out.`
                  : "No lean an eye could name."}
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            {nudge && !all && (
              <Button look="solid" onClick={() => setDone(done + 1)}>
                It is in: next
              </Button>
            )}
            {done > 0 && !all && (
              <Button look="paper" onClick={() => setDone(done - 1)}>
                One back
              </Button>
            )}
            {data.nudges.length > 0 && (
              <Button look="paper" aria-pressed={all} onClick={() => setAll(!all)}>
                All at once
              </Button>
            )}
            {data.mixture && (
              <Button
                look="paper"
                onClick={() => begin.mutate([pileFor({ ...NO_TARGET, mixture: data.mixture })])}
              >
                A pile of it
              </Button>
            )}
          </div>
        </>
      )}
    </Panel>
  );
}

const mlText = (ml: number) => `${Number(ml.toPrecision(2))} ml`;
