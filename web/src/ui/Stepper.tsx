import { Minus, Plus } from "lucide-react";
import { Button } from "./Button";

/** A whole number, one less or one more at a tap. */
export function Stepper({
  value,
  least,
  most,
  word,
  before = false,
  look = "slate",
  onChange,
}: {
  value: number;
  least: number;
  most: number;
  /** What is counted, in the plural. */
  word: string;
  /** Whether the word stands before the number, as in "value 5". */
  before?: boolean;
  look?: "slate" | "paper" | "stage";
  onChange: (value: number) => void;
}) {
  return (
    <fieldset
      className={`flex items-center ${look === "stage" ? "text-stage-ink" : ""}`}
      aria-label={`Number of ${word}`}
    >
      <Button
        look={look}
        aria-label={`Fewer ${word}`}
        disabled={value <= least}
        onClick={() => onChange(value - 1)}
      >
        <Minus aria-hidden="true" size={18} />
      </Button>
      <output className="min-w-16 whitespace-nowrap px-2 text-center leading-none">
        {before && `${word} `}
        <b>{value}</b>
        {!before && ` ${word}`}
      </output>
      <Button
        look={look}
        aria-label={`More ${word}`}
        disabled={value >= most}
        onClick={() => onChange(value + 1)}
      >
        <Plus aria-hidden="true" size={18} />
      </Button>
    </fieldset>
  );
}
