import { Button } from "./Button";
import { useAtOnce } from "./useAtOnce";

export type Options<T extends string> = ReadonlyArray<readonly [T, string]>;

interface Props<T extends string> {
  label: string;
  options: Options<T>;
  value: T;
  onChoose: (value: T) => void;
}

/** A few options side by side. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChoose,
  look = "slate",
  className = "",
}: Props<T> & { look?: "slate" | "paper" | "stage"; className?: string }) {
  const [shown, choose] = useAtOnce(value, onChoose);
  return (
    <fieldset className={`flex ${className}`} aria-label={label}>
      {options.map(([key, name]) => (
        <Button
          key={key}
          look={look}
          aria-pressed={shown === key}
          className="flex-auto whitespace-nowrap no-underline"
          onClick={() => choose(key)}
        >
          {name}
        </Button>
      ))}
    </fieldset>
  );
}
