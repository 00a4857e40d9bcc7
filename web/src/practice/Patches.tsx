import { useKeys } from "../ui/keys";
import { Colour } from "./Colour";
import { PatchChoice, useChoosing } from "./choosing";
import type { AskProps } from "./props";

/** Two touching halves, one of which is it. */
export function Two(props: AskProps) {
  const { exercise, judged } = props;
  const { taken, choose } = useChoosing(props);
  useKeys([
    { key: "ArrowLeft", says: "The left one", act: () => choose("left") },
    { key: "ArrowRight", says: "The right one", act: () => choose("right") },
  ]);
  return (
    <div className="m-auto flex h-full max-h-[32rem] w-full max-w-4xl">
      {exercise.choices.map((choice) => (
        <PatchChoice
          key={choice.id}
          {...{ choice, judged, taken }}
          says={`The ${choice.says} one`}
          onChoose={choose}
          className="min-h-60 flex-1"
        />
      ))}
    </div>
  );
}

/** What is asked about, large, and the patches to choose from touching it. */
export function Patches(props: AskProps) {
  const { exercise, judged } = props;
  const { taken, choose } = useChoosing(props);
  const tubes = exercise.stage === "tubes";
  return (
    <div className="m-auto flex h-full max-h-[36rem] w-full max-w-4xl flex-col">
      <div className={tubes ? "flex h-24 shrink-0 gap-2 pb-3" : "flex min-h-40 flex-1"}>
        {exercise.shown.map((shown) => (
          <span key={shown.id} className="flex min-w-0 flex-1 flex-col text-sm">
            <Colour swatch={shown.swatch} className="min-h-0 w-full flex-1" />
            {tubes && <span className="truncate">{shown.says}</span>}
          </span>
        ))}
      </div>
      <div
        className={`grid flex-1 ${tubes ? "grid-cols-3" : ""}`}
        style={
          tubes ? undefined : { gridTemplateColumns: `repeat(${exercise.choices.length}, 1fr)` }
        }
      >
        {exercise.choices.map((choice, i) => (
          <PatchChoice
            key={choice.id}
            {...{ choice, judged, taken }}
            place={i}
            onChoose={choose}
            className="min-h-24"
          />
        ))}
      </div>
    </div>
  );
}
