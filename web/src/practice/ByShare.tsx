import { useState } from "react";
import { Button } from "../ui/Button";
import { Colour } from "./Colour";
import type { AskProps } from "./props";

/** A share on a slider that is even in ratio: half and twice lie equally far. */
const REACH = 7;
const STEPS = 280;
const shareAt = (step: number) => 1 / (1 + Math.exp(-((2 * step) / STEPS - 1) * REACH));

const said = (share: number) =>
  share < 0.5
    ? `1 part to ${Number(((1 - share) / share).toPrecision(2))}`
    : `${Number((share / (1 - share)).toPrecision(2))} to 1`;

/** A pair and a colour between them: how much of the second hits it? Nothing is mixed to look at. */
export function ByShare({ exercise, judged, onAnswer }: AskProps) {
  const [step, setStep] = useState(STEPS / 2);
  const [target, first, second] = exercise.shown;
  if (!target || !first || !second) return null;
  const share = shareAt(step);
  return (
    <div className="m-auto flex h-full max-h-[34rem] w-full max-w-4xl flex-col gap-3">
      <div className="flex min-h-48 flex-1">
        <Colour swatch={first.swatch} className="h-full w-1/5" />
        <Colour swatch={target.swatch} className="h-full flex-1" />
        <Colour swatch={second.swatch} className="h-full w-1/5" />
      </div>
      <div className="flex justify-between text-sm">
        <span>{first.says}</span>
        <span>{second.says}</span>
      </div>
      <input
        type="range"
        aria-label={`How much ${second.says}`}
        aria-valuetext={said(share)}
        min={0}
        max={STEPS}
        value={step}
        disabled={judged !== null}
        onChange={(event) => setStep(Number(event.target.value))}
        className="h-11 w-full accent-stage-ink"
      />
      <p className="text-center text-xl">
        <output>
          <b>{said(share)}</b>
        </output>
        {judged?.share != null && <> · it was {said(judged.share)}</>}
      </p>
      {!judged && (
        <Button look="solid" className="self-center" onClick={() => onAnswer({ share })}>
          That much
        </Button>
      )}
    </div>
  );
}
