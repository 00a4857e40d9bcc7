import { ArrowRight } from "lucide-react";
import type { Origin, TubeMixture, TubePart } from "../../api/schema";
import { ActionMenu } from "../../ui/ActionMenu";
import { NO_TARGET, pileFor, useBeginPiles } from "../beginPile";
import { NoteIt } from "../NoteIt";
import { draftWith } from "./draft";
import { begunWith, OFFERED } from "./kinds";
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
  const sheets = OFFERED.filter(([, { goes_on }]) => goes_on).map(
    ([chart, { goes_on }]) =>
      [goes_on, () => begin(draftWith({ ...begunWith(chart, [start]), medium }))] as const,
  );
  const toPile = () => pile.mutate([pileFor({ ...NO_TARGET, name, mixture: start })]);
  const goals = [...sheets.slice(0, 1), ["A pile of it", toPile] as const, ...sheets.slice(1)];
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
