import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useCallback, useMemo, useState } from "react";
import { tubesQuery } from "../../api/queries";
import type { TubeOut } from "../../api/schema";
import { Hint } from "../../help/Hint";
import { examplePair } from "../../mixtures/examples";
import { oneTube, tubeOf } from "../../mixtures/mixture";
import type { ScaleDraft } from "../../mixtures/sheets/draft";
import { StepsProvider, useSteps } from "../../plots/steps";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { useKeys } from "../../ui/keys";
import { Note } from "../../ui/Note";
import { Bench, type BenchProps } from "../Bench";
import { NothingYet } from "../NothingYet";
import { useSheet } from "../sheet/useSheet";
import type { SlipProps } from "../slip/props";
import { Slip } from "../slip/Slip";
import { useComparison } from "./comparison";
import { type EndSlot, Ends } from "./Ends";
import { OpenedRows } from "./OpenedRows";
import { Plots } from "./Plots";
import { Run } from "./Run";
import { optionsSaid, ScaleOptions } from "./ScaleOptions";
import { type Scale, scaleOf } from "./scale";
import { useThird } from "./third";

// Fetched when they are looked at: the trail comes first.
const Partners = lazy(() =>
  import("../choosing/Partners").then((there) => ({ default: there.Partners })),
);
const Schools = lazy(() =>
  import("../choosing/Schools").then((there) => ({ default: there.Schools })),
);

/** L* below which a mixture hides its lean (our own judgement). */
const DARK_BELOW = 30;

type View = "trail" | "partners" | "schools";

const VIEWS = [
  ["trail", "The trail"],
  ["partners", "Partners"],
  ["schools", "Schools"],
] as const;

/** The bench on which one colour is muted into another, step by step. */
export function ScaleBench({ me, sheet: opened, start, address }: BenchProps<ScaleDraft>) {
  const sheet = useSheet(me, opened, start, address);
  const { draft, set, change, request } = sheet;
  const { request: asked } = draft;
  const { data: tubes = [], isPending } = useQuery(tubesQuery);
  const { data, error, isPlaceholderData } = sheet.computed;
  const whole = request !== null;
  const scale = useMemo(() => scaleOf(whole ? data : undefined), [whole, data]);
  const third = useThird(scale, asked, set);

  const [slot, setSlot] = useState<EndSlot>(asked.first ? "second" : "first");
  const [view, setView] = useState<View>("trail");
  const [options, setOptions] = useState(false);
  const shown: View = !asked.first
    ? "trail"
    : !asked.second && view === "trail"
      ? "partners"
      : view;
  const pick = useCallback(
    (tube: TubeOut) => {
      if (slot === "third") {
        set({ third: oneTube(tube.id) });
        setView("trail");
        return;
      }
      set({ [slot]: oneTube(tube.id), pins: [] });
      setSlot(slot === "first" && !asked.second ? "second" : slot);
      if (slot === "second") setView("trail");
    },
    [slot, asked, set],
  );
  const inUse = useMemo(() => [asked.first, asked.second, asked.third].map(tubeOf), [asked]);
  const shares = useMemo(() => scale?.steps.map((step) => step.share) ?? [], [scale]);
  const pin = useCallback(
    (place: number, share: number) =>
      change((now) => {
        const pins = now.request.pins.filter((other) => other.place !== place);
        const next = [...pins, { place, share }].sort((a, b) => a.place - b.place);
        return { ...now, request: { ...now.request, pins: next } };
      }, `place ${place}`),
    [change],
  );
  const comparison = useComparison(sheet, request, asked.steps);
  useKeys([
    { key: "e", says: "Steps, spacing and white", act: () => setOptions((open) => !open) },
    { key: "t", says: "The trail", act: () => setView("trail") },
    { key: "p", says: "Partners: what mutes the first paint", act: () => setView("partners") },
    { key: "m", says: "Schools of muting, side by side", act: () => setView("schools") },
  ]);

  const word = { first: "From", second: "To", third: "Third" }[slot];
  const example = examplePair(tubes);
  return (
    <StepsProvider
      computed={shares}
      current={!isPlaceholderData}
      patches={shares.length * (1 + (scale?.opened.length ?? 0))}
      greyest={scale?.neutral.step ?? 0}
      onPlace={pin}
    >
      <Bench
        sheet={sheet}
        inUse={inUse}
        hint={`Tap a tube: it becomes “${word}”.`}
        onPick={pick}
        view={<Choice label="View" options={VIEWS} value={shown} onChoose={setView} />}
        head={
          <>
            <div className="flex flex-wrap items-center gap-x-2">
              <Ends sheet={sheet} tubes={tubes} slot={slot} onSlot={setSlot} third={third} />
              <Fold label="Options" says={optionsSaid(asked)} open={options} onOpen={setOptions} />
            </div>
            {options && <ScaleOptions sheet={sheet} />}
          </>
        }
        trouble={error}
        slip={
          <StepSlip
            sheet={sheet}
            request={request}
            scale={scale}
            comparison={{
              name: comparison.name,
              choose: (other) => {
                comparison.choose(other);
                setView("trail");
              },
            }}
          />
        }
      >
        {shown === "partners" && asked.first ? (
          <Suspense fallback={null}>
            <Partners sheet={sheet} onTaken={() => setView("trail")} />
          </Suspense>
        ) : shown === "schools" && asked.first ? (
          <Suspense fallback={null}>
            <Schools sheet={sheet} />
          </Suspense>
        ) : scale && asked.second ? (
          <>
            {scale.steps.length > 0 && !scale.neutral.among_steps && (
              <p className="bg-paper px-4 py-1">
                Your pinned steps leave none for the greyest mixture; let one go to have it back.
              </p>
            )}
            <Hint name="drag" />
            <Hint
              name="white-test"
              when={(scale.steps[scale.neutral.step]?.look.lab[0] ?? 100) < DARK_BELOW}
            />
            <Hint name="squint" />
            <div className="flex min-h-0 flex-1 flex-col lg:overflow-y-auto">
              <Plots scale={scale} trail={third.trail ?? scale.trail} ghost={third.ghost} />
              <Run scale={scale} trail={third.trail ?? scale.trail} beside={comparison.beside} />
              {scale.opened.length > 0 && <OpenedRows scale={scale} />}
            </div>
          </>
        ) : (
          !error && (
            <NothingYet
              mixing={request !== null || isPending}
              says={
                tubes.length === 0
                  ? "A scale shows how one paint mutes another, step by step. Your box is empty."
                  : "A scale shows how one paint mutes another. Tap the paint you want to mute."
              }
              tubes={tubes}
              onExample={example && (() => set({ first: example[0], second: example[1] }))}
            />
          )
        )}
        {comparison.trouble && <Note>{comparison.trouble}</Note>}
      </Bench>
    </StepsProvider>
  );
}

/** The slip of the step that is chosen. */
function StepSlip({
  sheet,
  request,
  scale,
  comparison,
}: Pick<SlipProps<ScaleDraft>, "sheet" | "request" | "comparison"> & { scale: Scale | undefined }) {
  const { shares, selected, select, moving } = useSteps();
  const { pins } = sheet.draft.request;
  const patches = useMemo(
    () => [...(scale?.steps ?? []), ...(scale?.opened.flatMap((row) => row.patches) ?? [])],
    [scale],
  );
  return (
    <Slip
      sheet={sheet}
      request={request}
      patches={patches}
      patchWord="Step"
      selected={selected}
      onSelect={select}
      summary={scale?.neutral.miss ?? ""}
      moving={moving === selected ? (shares[selected] ?? null) : null}
      pins={pins}
      onUnpin={(place) => sheet.set({ pins: pins.filter((pin) => pin.place !== place) })}
      comparison={comparison}
    />
  );
}
