import { TABLES } from "../api/tables";
import { Button } from "./Button";

export type NeverTaken = keyof typeof TABLES.never;

const CHOICES = Object.entries(TABLES.never) as ReadonlyArray<readonly [NeverTaken, string]>;

/** What advice is never to take from the tube. */
export function Never({
  value,
  onChange,
}: {
  value: readonly NeverTaken[];
  onChange: (value: NeverTaken[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="sr-only">Never from the tube</legend>
      {CHOICES.map(([key, says]) => {
        const on = value.includes(key);
        return (
          <Button
            key={key}
            look="paper"
            aria-pressed={on}
            onClick={() =>
              onChange(
                CHOICES.map(([each]) => each).filter((each) =>
                  each === key ? !on : value.includes(each),
                ),
              )
            }
          >
            {says.charAt(0).toUpperCase()}
            {says.slice(1)}
          </Button>
        );
      })}
    </fieldset>
  );
}
