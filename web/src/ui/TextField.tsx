/** One line of text under its label. */
export function TextField({
  label,
  value,
  most,
  placeholder,
  onChange,
  onDone,
  className = "",
}: {
  label: string;
  value: string;
  most: number;
  placeholder?: string;
  onChange: (value: string) => void;
  /** When the field is left. */
  onDone?: () => void;
  className?: string;
}) {
  return (
    <label className={`block leading-tight ${className}`}>
      {label}
      <input
        value={value}
        maxLength={most}
        placeholder={placeholder}
        autoComplete="off"
        onChange={(event) => onChange(event.target.value)}
        onBlur={onDone}
        className="min-h-11 w-full min-w-0 bg-white px-2 text-ink ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
      />
    </label>
  );
}
