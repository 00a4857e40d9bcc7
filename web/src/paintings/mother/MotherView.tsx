import { useState } from "react";
import { Choice } from "../../ui/Choice";
import { BeforeAfter } from "../BeforeAfter";
import { PaintingPlots } from "../PaintingPlots";
import type { Picture } from "../picture/usePicture";
import type { Shown } from "../shown";
import { fractionOf } from "./shares";
import { TradeOff } from "./TradeOff";

const PLOTS = [
  ["plan", "The plan"],
  ["page", "The page"],
  ["curve", "What it costs"],
] as const;

/** Before and after: touching patchworks, the plan, the page, and the trade-off to pick from. */
export function MotherView({
  request,
  harmony,
  after,
  shares,
  place,
  onChoose,
  onPull,
  onPulled,
  picture,
}: Shown & {
  picture: Picture | null;
  onChoose: (place: number) => void;
  /** The pull as it is dragged along the trade-off, and where it was let go. */
  onPull: (fraction: number) => void;
  onPulled: (fraction: number) => void;
}) {
  const [plot, setPlot] = useState<(typeof PLOTS)[number][0]>("plan");
  const { passages } = request;
  if (!harmony)
    return (
      <p className="m-auto max-w-md bg-paper p-6 text-ink leading-snug">
        Give every passage a mixture and its share first; then what brings them together is found.
      </p>
    );
  const before = harmony.passages.map((each) => each.before);
  const led = harmony.passages.findIndex(
    (each, i) =>
      each.pull &&
      passages[i]?.part !== "accent" &&
      !request.giving.pins.some((pin) => pin.place === i),
  );
  const way = harmony.passages[led]?.pull;
  const fraction = way ? fractionOf(way, shares[led] ?? 0) : 0;
  return (
    <div className="flex min-h-0 flex-1 flex-wrap gap-x-3 p-3 max-md:flex-col">
      <BeforeAfter
        {...{ request, harmony, after, place, picture, onChoose }}
        says={request.mother ? "With the mother" : "Choose a mother"}
      />
      <div className="flex min-h-96 min-w-72 flex-[3] flex-col">
        <Choice look="stage" label="Plot" options={PLOTS} value={plot} onChoose={setPlot} />
        {plot === "curve" ? (
          harmony.mother ? (
            <TradeOff
              curve={harmony.mother.curve}
              half={(harmony.judged?.spread_before ?? 0) / 2}
              fraction={fraction}
              onPull={onPull}
              onPulled={onPulled}
            />
          ) : (
            <p className="m-auto">Choose a mother colour first.</p>
          )
        ) : (
          <PaintingPlots
            view={plot}
            before={before}
            after={after}
            outline={{
              before: harmony.before.outline,
              after: (harmony.after ?? harmony.before).outline,
            }}
            chosen={place}
          />
        )}
      </div>
    </div>
  );
}
