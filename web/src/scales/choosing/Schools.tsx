import { useMemo, useState } from "react";
import { useComputed } from "../../api/queries";
import type { MutingOut } from "../../api/schema";
import { draftWith, type ScaleDraft } from "../../mixtures/sheets/draft";
import { emptyChart, firstOf } from "../../mixtures/sheets/kinds";
import { useNewSheet } from "../../mixtures/sheets/useNewSheet";
import { Swatch } from "../../seen/Swatch";
import { useViewing } from "../../seen/viewing";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import type { OpenSheet } from "../sheet/useSheet";

/** The same muted colour by every school, side by side and touching. */
export function Schools({ sheet }: { sheet: OpenSheet<ScaleDraft> }) {
  const { first, medium, ground } = sheet.draft.request;
  const { light } = useViewing();
  const [chroma, setChroma] = useState(25);
  const [keepValue, setKeepValue] = useState(false);
  const [keepHue, setKeepHue] = useState(false);
  const asked = useMemo(
    () =>
      first && {
        mixture: first,
        chroma,
        keep_value: keepValue,
        keep_hue: keepHue,
        medium,
        ground,
        finish: "satin" as const,
        light,
      },
    [first, chroma, keepValue, keepHue, medium, ground, light],
  );
  const { data: schools, error } = useComputed("schools", asked);
  const begin = useNewSheet();
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-4">
      <div className="flex flex-wrap items-center gap-3 bg-paper px-4 py-2">
        <label className="flex min-h-11 items-center gap-2">
          Muted to chroma
          <input
            type="range"
            min={3}
            max={80}
            step={1}
            value={chroma}
            aria-valuetext={`chroma ${chroma}`}
            onChange={(event) => setChroma(Number(event.target.value))}
            className="h-11 w-40 accent-ink"
          />
          <output className="w-8 font-bold">{chroma}</output>
        </label>
        <Button look="paper" aria-pressed={keepValue} onClick={() => setKeepValue(!keepValue)}>
          Hold value
        </Button>
        <Button look="paper" aria-pressed={keepHue} onClick={() => setKeepHue(!keepHue)}>
          Hold hue
        </Button>
      </div>
      {error && <Note>{error.message}</Note>}
      {!error && schools && (
        <ol className="flex flex-1 items-stretch max-md:flex-col">
          {schools.map((each) => (
            <SchoolColumn
              key={each.school}
              muting={each}
              onTake={
                each.patch.mixture &&
                (() =>
                  begin(
                    draftWith({
                      ...(emptyChart(firstOf("run")) as ScaleDraft),
                      medium,
                      ground,
                      first: { parts: each.patch.mixture ?? [], name: `By ${each.school}` },
                    }),
                  ))
              }
            />
          ))}
        </ol>
      )}
      {!error && !schools && <p>Trying every school …</p>}
    </div>
  );
}

/** Paints of a school that are named; the rest of a trace of everything is counted. */
const SHOWN = 4;

function SchoolColumn({ muting, onTake }: { muting: MutingOut; onTake: (() => void) | null }) {
  const most = muting.patch.parts
    .filter((part) => part.whole > 0 || part.touch > 0)
    .sort((a, b) => b.exact - a.exact);
  const turned =
    Math.abs(muting.hue_drift) < 2
      ? "hue stays"
      : `hue turns ${Math.round(Math.abs(muting.hue_drift))}°`;
  const value =
    Math.abs(muting.value_change) < 2
      ? "value stays"
      : `${Math.round(Math.abs(muting.value_change))} L* ${muting.value_change > 0 ? "lighter" : "darker"}`;
  return (
    <li className="flex min-w-0 flex-1 flex-col" data-school={muting.school}>
      <Swatch colour={muting.patch.look} notched className="h-32 shrink-0" />
      <div className="flex flex-1 flex-col gap-1 bg-paper p-2 leading-tight">
        <b className="min-h-10">{muting.title}</b>
        <ul className="text-sm">
          {most.slice(0, SHOWN).map((part) => (
            <li key={part.key}>
              {part.touch ? (
                <>
                  {part.name}, <b>{part.says}</b>
                </>
              ) : (
                <>
                  <b>{part.whole}</b> {part.name}
                </>
              )}
            </li>
          ))}
          {most.length > SHOWN && <li>and {most.length - SHOWN} others, a trace of each</li>}
        </ul>
        <p className="text-sm">{muting.patch.look.munsell}</p>
        <p className="text-sm">{muting.patch.look.name}</p>
        <p className="text-ink-soft text-sm">
          {turned}, {value}; 1 part in 100 takes {Math.max(0, muting.strength).toFixed(0)} of chroma
        </p>
        {!muting.reached && <p className="font-bold text-sm">Does not get there.</p>}
        {onTake && (
          <Button look="paper" className="mt-auto" onClick={onTake}>
            Go on with it
          </Button>
        )}
      </div>
    </li>
  );
}
