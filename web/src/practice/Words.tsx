import { Button } from "../ui/Button";
import { Colour } from "./Colour";
import { useChoosing } from "./choosing";
import type { AskProps } from "./props";

/** A swatch on the stage, and words to choose from: the hues of the wheel, or tubes. */
export function Words(props: AskProps) {
  const { exercise, judged } = props;
  const { taken, choose } = useChoosing(props);
  const wheel = exercise.stage === "wheel";
  const [shown] = exercise.shown;
  const said = (id: string) =>
    judged?.answer === id ? "font-bold" : judged && taken === id ? "line-through" : "";
  if (wheel && shown)
    return (
      <fieldset
        aria-label="Hues of the wheel"
        className="relative m-auto aspect-square h-full max-h-[34rem] min-h-96"
      >
        <Colour swatch={shown.swatch} className="absolute inset-[22%]" />
        {exercise.choices.map((choice, i) => {
          const angle = (2 * Math.PI * i) / exercise.choices.length - Math.PI / 2;
          return (
            <Button
              key={choice.id}
              look="stage"
              disabled={judged !== null}
              onClick={() => choose(choice.id)}
              className={`absolute whitespace-nowrap -translate-x-1/2 -translate-y-1/2 disabled:opacity-100 ${said(choice.id)}`}
              style={{
                left: `${50 + 42 * Math.cos(angle)}%`,
                top: `${50 + 44 * Math.sin(angle)}%`,
              }}
            >
              {i + 1} {choice.says}
            </Button>
          );
        })}
      </fieldset>
    );
  return (
    <div className="m-auto flex h-full w-full max-w-4xl flex-col gap-3">
      <div className="flex min-h-48 flex-1">
        {exercise.shown.map((each) => (
          <Colour key={each.id} swatch={each.swatch} className="h-full flex-1" />
        ))}
      </div>
      <ul className="flex flex-col bg-paper text-ink">
        {exercise.choices.map((choice, i) => (
          <li key={choice.id}>
            <Button
              look="paper"
              disabled={judged !== null}
              onClick={() => choose(choice.id)}
              className={`w-full justify-start! text-left no-underline disabled:opacity-100 ${said(choice.id)}`}
            >
              <span className="w-6">{i + 1}</span> {choice.says}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
