import type { ComponentProps } from "react";

const LOOKS = {
  slate:
    "bg-slate-high text-chalk hover:bg-slate-deep aria-pressed:bg-chalk aria-pressed:text-ink aria-pressed:font-bold disabled:opacity-45",
  paper:
    "bg-paper text-ink ring-1 ring-inset ring-ink/45 hover:bg-paper-deep aria-pressed:bg-ink aria-pressed:text-paper disabled:opacity-45",
  solid: "bg-ink text-paper font-bold hover:bg-slate disabled:opacity-45",
  quiet: "bg-transparent text-chalk hover:bg-slate-high disabled:opacity-45",
} as const;

interface Props extends ComponentProps<"button"> {
  look?: keyof typeof LOOKS;
}

/** A button for wet hands: 44 px tall at the least. */
export function Button({ look = "slate", className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      {...rest}
      className={`inline-flex min-h-11 min-w-11 items-center justify-center gap-2 rounded-sm px-3 ${LOOKS[look]} ${className}`}
    />
  );
}
