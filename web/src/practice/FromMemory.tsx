import { useEffect, useState } from "react";
import { Button } from "../ui/Button";
import { Colour, markOf } from "./Colour";
import type { AskProps } from "./ExerciseStage";
import { Key, useChoiceKeys } from "./Patches";

const SHOWN_MS = 5000;

/** A swatch for five seconds, once it is asked for; then the page it stands on. */
export function FromMemory({ exercise, judged, onAnswer }: AskProps) {
  const [step, setStep] = useState<"ready" | "shown" | "gone">("ready");
  const [taken, setTaken] = useState<string | null>(null);
  useEffect(() => {
    if (step !== "shown") return;
    const timer = window.setTimeout(() => setStep("gone"), SHOWN_MS);
    return () => window.clearTimeout(timer);
  }, [step]);
  const choose = (id: string) => {
    if (step !== "gone") return;
    setTaken(id);
    onAnswer({ choice: id });
  };
  useChoiceKeys(
    exercise.choices.map((choice) => choice.id),
    choose,
  );
  const [swatch] = exercise.shown;
  if (step === "ready")
    return (
      <Button look="solid" className="m-auto" onClick={() => setStep("shown")}>
        Show it for five seconds
      </Button>
    );
  if (step === "shown" && swatch)
    return <Colour swatch={swatch.swatch} className="m-auto h-80 w-80 max-w-full" />;
  return (
    <div className="m-auto grid h-full max-h-[32rem] w-full max-w-4xl grid-cols-4 max-md:grid-cols-3">
      {exercise.choices.map((choice, i) => (
        <button
          key={choice.id}
          type="button"
          aria-label={choice.says}
          disabled={judged !== null}
          onClick={() => choose(choice.id)}
          className={`relative min-h-20 ${markOf(choice.id, judged?.answer ?? null, taken)}`}
        >
          {choice.swatch && <Colour swatch={choice.swatch} className="h-full w-full" />}
          <Key of={i} />
        </button>
      ))}
    </div>
  );
}
