import { useEffect, useState } from "react";
import { Button } from "../ui/Button";
import { Colour } from "./Colour";
import { PatchChoice, useChoosing } from "./choosing";
import type { AskProps } from "./props";

const SHOWN_MS = 5000;

/** A swatch for five seconds, once it is asked for; then the page it stands on. */
export function FromMemory(props: AskProps) {
  const { exercise, judged } = props;
  const [step, setStep] = useState<"ready" | "shown" | "gone">("ready");
  useEffect(() => {
    if (step !== "shown") return;
    const timer = window.setTimeout(() => setStep("gone"), SHOWN_MS);
    return () => window.clearTimeout(timer);
  }, [step]);
  const { taken, choose } = useChoosing(props, step === "gone");
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
        <PatchChoice
          key={choice.id}
          {...{ choice, judged, taken }}
          place={i}
          onChoose={choose}
          className="min-h-20"
        />
      ))}
    </div>
  );
}
