import { Blend, CircleDot, Combine, Split, Wand2 } from "lucide-react";
import { useState } from "react";
import type { TubeMixture } from "../../api/schema";
import { MixtureFinder } from "../../mixtures/targets/MixtureFinder";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { useKeys } from "../../ui/keys";
import { Note } from "../../ui/Note";
import { nameOf } from "../draft";
import type { Shown } from "../shown";
import { DotMarks, useDots } from "./Dots";
import { MixAll, withMixtures } from "./MixAll";
import { PictureStage, type Values } from "./PictureStage";
import { useBetween } from "./Standing";
import type { Picture } from "./usePicture";
import { useRegions } from "./useRegions";
import { ValuePlan } from "./ValuePlan";

const VALUES = [
  ["all", "All values"],
  ["3", "3"],
  ["5", "5"],
  ["7", "7"],
] as const;

type Tool = "look" | "merge" | "brush" | "dot";

/** The picture a painting begins from: its passages found, changed and mixed where they stand. */
export function PictureView({
  picture,
  pointed,
  onChoose,
  ...shown
}: Shown & {
  picture: Picture;
  /** Passages that something said beside the picture speaks of. */
  pointed: readonly number[];
  onChoose: (place: number) => void;
}) {
  const { painting, request, after, place } = shown;
  const { passages } = request;
  const [tool, setTool] = useState<Tool>("look");
  const [values, setValues] = useState<Values>("all");
  const [mixing, setMixing] = useState(false);
  const regions = useRegions(painting);
  const { dots, put, wipe, error } = useDots({ request });
  const [finding, setFinding] = useState(false);
  const [found, setFound] = useState<TubeMixture | null>(null);
  /** What was chosen before: two taps hold two places against each other. */
  const [before, setBefore] = useState<number | null>(null);
  const name = nameOf(passages, place);
  const choose = (tapped: number) => {
    if (tool === "merge" && tapped !== place) {
      regions.merge({ into: place, from: tapped });
      setBefore(null);
      onChoose(tapped < place ? place - 1 : place);
      setTool("look");
      return;
    }
    if (tapped !== place) setBefore(place);
    onChoose(tapped);
  };
  const mixture = found ?? passages[place]?.mixture ?? null;
  const dotted = found ? found.name || "The mixture" : name;
  const tap = (x: number, y: number) => {
    if (tool === "dot" && mixture) put({ x, y, name: dotted, mixture });
  };
  const [here, there] = [after[place] ?? null, before === null ? null : (after[before] ?? null)];
  const [apart] = useBetween(here && there ? here.lab : null, there ? [there.lab] : []);
  const last = dots.at(-1);
  const split = () => regions.split(place, { onSuccess: () => onChoose(place) });
  const turn = (to: Tool) => setTool(tool === to ? "look" : to);
  useKeys([
    { key: "m", says: "Merge the passage with the next one tapped", act: () => turn("merge") },
    { key: "x", says: "Split the passage", act: split },
    { key: "d", says: "Dot its mixture on the picture", act: () => turn("dot") },
    { key: "b", says: "Give pieces of the picture to the passage", act: () => turn("brush") },
  ]);
  const unmixed = passages.some(({ mixture }) => mixture === null);
  return (
    <div className="flex min-h-0 flex-1 flex-col text-stage-ink">
      <div className="flex flex-wrap items-center gap-x-1 px-3">
        <Button look="stage" aria-pressed={tool === "merge"} onClick={() => turn("merge")}>
          <Combine aria-hidden="true" size={18} /> Merge
        </Button>
        <Button look="stage" disabled={regions.busy} onClick={split}>
          <Split aria-hidden="true" size={18} /> Split
        </Button>
        <Button look="stage" aria-pressed={tool === "brush"} onClick={() => turn("brush")}>
          <Blend aria-hidden="true" size={18} /> Give it more
        </Button>
        <Button look="stage" aria-pressed={tool === "dot"} onClick={() => turn("dot")}>
          <CircleDot aria-hidden="true" size={18} /> Dot
        </Button>
        <Button look="stage" className={unmixed ? "font-bold" : ""} onClick={() => setMixing(true)}>
          <Wand2 aria-hidden="true" size={18} /> Mix all …
        </Button>
        <Choice
          label="Values of the picture"
          look="stage"
          className="ml-auto"
          options={VALUES}
          value={values}
          onChoose={setValues}
        />
      </div>
      <div className="flex min-h-6 items-center gap-2 px-4 text-sm">
        <p role="status" className="min-w-0 flex-1 leading-tight">
          {regions.busy
            ? "Looking at the picture …"
            : tool === "merge"
              ? `Tap the passage that becomes one with ${name}.`
              : tool === "brush"
                ? `Draw over what belongs to ${name}.`
                : tool === "dot"
                  ? last
                    ? `${last.name}, dotted. ${last.says}`
                    : mixture
                      ? `Tap where to dot ${dotted}.`
                      : `${name} has no mixture yet; choose another to dot.`
                  : before !== null && apart
                    ? `${name} against ${nameOf(passages, before)}: ${apart}.`
                    : name}
        </p>
        {tool === "dot" && (
          <>
            <Button look="stage" onClick={() => setFinding(true)}>
              Another mixture …
            </Button>
            <Button look="stage" disabled={dots.length === 0} onClick={wipe}>
              Wipe off
            </Button>
          </>
        )}
      </div>
      {(regions.error ?? error) && (
        <div className="px-3">
          <Note>{(regions.error ?? error)?.message}</Note>
        </div>
      )}
      <div className="flex min-h-0 flex-1 px-3 pb-2 max-lg:min-h-72 md:max-lg:min-h-[28rem]">
        <PictureStage
          picture={picture}
          passages={passages}
          before="photograph"
          after={passages.map((_, i) => after[i] ?? null)}
          says={["The picture", "In your mixtures"]}
          outlined={pointed.length ? pointed : [place]}
          values={values}
          // A dot is put on a place; whose place it is stays chosen.
          onChoose={tool === "dot" ? () => {} : choose}
          onTap={tap}
          onBrush={tool === "brush" ? (pieces) => regions.give({ to: place, pieces }) : null}
        >
          <DotMarks dots={dots} />
        </PictureStage>
      </div>
      {values !== "all" && <ValuePlan {...shown} />}
      {finding && (
        <MixtureFinder
          name="a dot"
          onClose={() => setFinding(false)}
          onFound={(mix) => {
            setFound(mix);
            setFinding(false);
          }}
        />
      )}
      {mixing && (
        <MixAll
          request={request}
          onClose={() => setMixing(false)}
          onTake={(found) => {
            painting.set((now) => withMixtures(now, found));
            setMixing(false);
          }}
        />
      )}
    </div>
  );
}
