import type { AdviceOut, PileOut } from "../api/schema";
import { Now } from "../keeping/Now";
import type { Measure } from "../mixtures/amounts";
import { Swatch } from "../seen/Swatch";

/** On a phone: the next addition of the advice, put on the pile with a knuckle. */
export function PileNow({
  pile,
  measure,
  busy,
  onAdd,
  onBack,
}: {
  pile: PileOut;
  measure: Measure;
  busy: boolean;
  onAdd: (addition: AdviceOut) => void;
  onBack: (kind: "take back") => void;
}) {
  const next = pile.advice?.additions[0];
  if (!pile.advice || !next) return null;
  return (
    <Now
      heading={pile.advice.says}
      says={`Add ${next.first_measured[measure]} ${next.label}`}
      swatch={<Swatch colour={next.look} className="h-14 w-14 shrink-0" />}
      done="It is in"
      busy={busy}
      onDone={() => onAdd(next)}
      onBack={pile.steps.length > 0 ? () => onBack("take back") : undefined}
    />
  );
}
