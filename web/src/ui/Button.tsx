import type { ComponentProps } from "react";

/** By the surface a button stands on; `solid` is the one thing a form is for. */
const LOOKS = {
  slate:
    "text-chalk hover:bg-slate-high aria-pressed:bg-chalk aria-pressed:text-ink aria-pressed:font-bold disabled:opacity-45",
  paper:
    "text-ink underline decoration-ink/35 decoration-2 underline-offset-4 hover:bg-paper-deep aria-pressed:bg-ink aria-pressed:text-paper aria-pressed:font-bold aria-pressed:no-underline disabled:opacity-45",
  stage:
    "text-stage-ink hover:shadow-[inset_0_-1px_0_currentColor] aria-pressed:font-bold aria-pressed:shadow-[inset_0_-3px_0_currentColor] disabled:opacity-45",
  solid: "bg-ink text-paper font-bold hover:bg-slate disabled:opacity-45",
} as const;

interface Props extends ComponentProps<"button"> {
  look?: keyof typeof LOOKS;
}

/** Plain text with its icon, 44 px tall at the least; boxed only where it is chosen now. */
export function Button({ look = "slate", className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      {...rest}
      className={`inline-flex min-h-11 min-w-11 items-center justify-center gap-2 rounded-sm px-3 ${LOOKS[look]} ${className}`}
    />
  );
}
