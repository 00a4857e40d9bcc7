import { ArrowLeftRight, Pipette, X } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import type { TubeMixture, TubeOut } from "../../api/schema";
import { MixtureChip } from "../../mixtures/MixtureChip";
import { mixtureName } from "../../mixtures/mixture";
import type { ScaleDraft } from "../../mixtures/sheets/draft";
import { Button } from "../../ui/Button";
import type { OpenSheet } from "../sheet/useSheet";
import type { ThirdControl } from "./third";

export type EndSlot = "first" | "second" | "third";

/** From, to, and a third paint that bends the way between them. */
export function Ends({
  sheet,
  tubes,
  slot,
  onSlot,
  third,
}: {
  sheet: OpenSheet<ScaleDraft>;
  tubes: readonly TubeOut[];
  slot: EndSlot;
  onSlot: (slot: EndSlot) => void;
  third: ThirdControl;
}) {
  const { request } = sheet.draft;
  const chip = (which: EndSlot, word: string, end: TubeMixture | null) => (
    <MixtureChip
      word={word}
      end={end}
      tubes={tubes}
      active={slot === which}
      onActive={() => onSlot(which)}
    />
  );
  const [finding, setFinding] = useState(false);
  const word = { first: "the first end", second: "the second end", third: "the third paint" }[slot];
  return (
    <div className="flex items-center gap-1 max-md:flex-wrap">
      {chip("first", "From", request.first)}
      <Button
        aria-label="Swap the ends"
        disabled={!request.first || !request.second}
        onClick={() => sheet.set({ first: request.second, second: request.first, pins: [] })}
      >
        <ArrowLeftRight aria-hidden="true" size={18} />
      </Button>
      {chip("second", "To", request.second)}
      {request.third ? (
        <div className="flex items-center gap-1">
          {chip("third", "Third", request.third)}
          <label className="flex flex-col text-sm leading-none">
            <output>
              <b>{thirdText(third.parts)}</b>
            </output>
            <input
              type="range"
              aria-label={`Share of ${mixtureName(request.third, tubes)}`}
              aria-valuetext={thirdText(third.parts)}
              min={0}
              max={third.most}
              step={third.most / 400}
              value={third.parts}
              onChange={(event) => third.drag(Number(event.target.value))}
              onPointerUp={third.drop}
              onKeyUp={third.drop}
              onBlur={third.drop}
              className="h-11 w-24 accent-chalk"
            />
          </label>
          <Button aria-label="Take the third paint out" onClick={() => sheet.set({ third: null })}>
            <X aria-hidden="true" size={18} />
          </Button>
        </div>
      ) : (
        <Button
          aria-pressed={slot === "third"}
          disabled={!request.first || !request.second}
          onClick={() => onSlot(slot === "third" ? "second" : "third")}
        >
          Third paint
        </Button>
      )}
      <Button aria-label={`Find a mixture for ${word}`} onClick={() => setFinding(true)}>
        <Pipette aria-hidden="true" size={18} />
      </Button>
      <Suspense fallback={null}>
        {finding && (
          <MixtureFinder
            name={word}
            onClose={() => setFinding(false)}
            onFound={(mixture) => {
              sheet.set(slot === "third" ? { third: mixture } : { [slot]: mixture, pins: [] });
              setFinding(false);
            }}
          />
        )}
      </Suspense>
    </div>
  );
}

/** How much of the third paint, as one would say it: "1 part to 12". */
export function thirdText(parts: number): string {
  if (parts <= 0) return "none";
  const ratio = parts < 1 ? 1 / parts : parts;
  const shown = ratio >= 10 ? Math.round(ratio) : Math.round(ratio * 10) / 10;
  return parts < 1 ? `1 part to ${shown}` : `${shown} parts to 1`;
}

// Fetched when it is asked for.
const MixtureFinder = lazy(() =>
  import("../../mixtures/targets/MixtureFinder").then((there) => ({
    default: there.MixtureFinder,
  })),
);
