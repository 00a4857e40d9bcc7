import { Link, type LinkProps } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { Button } from "./Button";

const SOLID =
  "inline-flex min-h-11 items-center bg-ink px-4 font-bold text-paper hover:bg-slate rounded-sm";

/** Begins something: by going there, or by doing it. */
export type Beginning = { says: string } & ({ to: LinkProps["to"] } | { does: () => void });

/** A place with nothing in it yet: what it is for, the one thing that begins it, an example. */
export function Empty({
  says,
  begin,
  example,
  children,
}: {
  says: string;
  begin?: Beginning;
  /** Something that can be opened and thrown away. */
  example?: { says: string; does: () => void; busy?: boolean } | null;
  children?: ReactNode;
}) {
  return (
    <section className="m-auto flex max-w-lg flex-col gap-4 p-6 text-stage-ink">
      <p className="text-xl leading-snug">{says}</p>
      {children}
      <p className="flex flex-wrap items-center gap-2">
        {begin &&
          ("to" in begin ? (
            <Link to={begin.to} className={SOLID}>
              {begin.says}
            </Link>
          ) : (
            <Button look="solid" onClick={begin.does}>
              {begin.says}
            </Button>
          ))}
        {example && (
          <Button look="stage" disabled={example.busy} onClick={example.does}>
            {example.says}
          </Button>
        )}
      </p>
    </section>
  );
}

/** What every stage begins with while there is not one tube. */
export const FILL_THE_BOX = { says: "Fill your box", to: "/tubes" } as const;
