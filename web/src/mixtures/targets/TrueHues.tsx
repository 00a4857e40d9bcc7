import { TABLES } from "../../api/tables";
import { Button } from "../../ui/Button";

/** A hue of the wheel that no tube may have: from the two of the desk that stand beside it. */
export function TrueHues({
  chosen,
  onChoose,
}: {
  chosen: string;
  onChoose: (hue: string) => void;
}) {
  return (
    <div className="max-w-xl">
      <p className="leading-snug">
        A red without a lean is mixed from a warm and a cool one; so is every hue, from the two
        tubes beside it.
      </p>
      <fieldset aria-label="Hue of the wheel" className="flex flex-wrap pt-2">
        {TABLES.wheel.map((hue) => (
          <Button
            key={hue}
            look="paper"
            aria-pressed={chosen === hue}
            onClick={() => onChoose(hue)}
          >
            {hue}
          </Button>
        ))}
      </fieldset>
    </div>
  );
}
