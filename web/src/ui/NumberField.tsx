import { useEffect, useId, useState } from "react";

/** A number from `least` to `most`; what is typed stays until it is one, with a word on what is. */
export function NumberField({
  label,
  unit,
  value,
  least,
  most,
  onChange,
  className = "",
}: {
  label: string;
  unit?: string;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
  className?: string;
}) {
  const [text, setText] = useState(String(value));
  const [typed, setTyped] = useState(value);
  const hint = useId();
  useEffect(() => {
    if (value !== typed) setText(String(value));
    setTyped(value);
  }, [value, typed]);
  const read = Number(text.replace(",", "."));
  const good = text.trim() !== "" && Number.isFinite(read) && read >= least && read <= most;
  const type = (next: string) => {
    setText(next);
    const number = Number(next.replace(",", "."));
    if (next.trim() === "" || !Number.isFinite(number) || number < least || number > most) return;
    setTyped(number);
    onChange(number);
  };
  return (
    <div className={`leading-tight ${className}`}>
      <span aria-hidden="true">{label}</span>
      <span className="flex items-center gap-2">
        <input
          inputMode="decimal"
          aria-label={unit ? `${label}, ${unit}` : label}
          value={text}
          aria-invalid={!good}
          aria-describedby={good ? undefined : hint}
          onChange={(event) => type(event.target.value)}
          className="min-h-11 w-full min-w-0 bg-white px-2 text-ink ring-1 ring-ink/50 ring-inset aria-invalid:ring-2 aria-invalid:ring-ink"
        />
        {unit && (
          <span aria-hidden="true" className="shrink-0">
            {unit}
          </span>
        )}
      </span>
      {!good && (
        <span id={hint} className="font-bold text-sm">
          Give a number from {least} to {most}.
        </span>
      )}
    </div>
  );
}
