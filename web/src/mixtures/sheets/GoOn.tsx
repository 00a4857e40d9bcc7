import { ArrowRight } from "lucide-react";
import type { Origin, TubeMixture, TubePart } from "../../api/client";
import { ActionMenu } from "../../ui/ActionMenu";
import { NO_TARGET, pileFor, useBeginPiles } from "../beginPile";
import { NoteIt } from "../NoteIt";
import { draftWith, EMPTY_SCALE, EMPTY_TRIAD } from "./draft";
import { emptyChart, OFFERED } from "./kinds";
import { useNewSheet } from "./useNewSheet";

/** A mixture as the beginning of a sheet or a pile. */
export function GoOn({
  says,
  mixture,
  name,
  origin,
  medium,
}: {
  says: string;
  mixture: TubePart[];
  name: string;
  /** Where it stands, once that is kept. */
  origin: Origin | null;
  medium: "opaque" | "wash";
}) {
  const begin = useNewSheet();
  const pile = useBeginPiles();
  const start: TubeMixture = { parts: mixture, name: mixture.length === 1 ? "" : name, origin };
  const corners = [start, null, null];
  const goals: ReadonlyArray<readonly [string, () => void]> = [
    ["A scale from it", () => begin(draftWith({ ...EMPTY_SCALE, medium, first: start }))],
    ["A pile of it", () => pile.mutate([pileFor({ ...NO_TARGET, name, mixture: start })])],
    ["A triangle with it", () => begin(draftWith({ ...EMPTY_TRIAD, medium, corners }))],
    ...OFFERED.filter(([, kind]) => kind.goes_on).map(
      ([chart, { goes_on, goes_on_as }]) =>
        [
          goes_on,
          () => begin(draftWith({ ...emptyChart(chart), medium, [goes_on_as]: [start] })),
        ] as const,
    ),
  ];
  return (
    <>
      <ActionMenu
        says={says}
        sign={<ArrowRight aria-hidden="true" size={18} />}
        actions={goals.map(([says, does]) => ({ says, does }))}
        className="flex-1"
      />
      <NoteIt mixture={start} viewing={{ medium }} className="flex-1" />
    </>
  );
}
