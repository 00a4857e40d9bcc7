import { InstrumentState } from "../../mixtures/InstrumentState";
import { FromPhotograph } from "../../photographs/FromPhotograph";
import { Button } from "../../ui/Button";

/** The colorimeter on the pile. */
export function MeasureForm({
  busy,
  onMeasure,
  onClose,
}: {
  busy: boolean;
  /** With a colour where it was read off a photograph; by the instrument where not. */
  onMeasure: (colour?: string) => void;
  onClose: () => void;
}) {
  return (
    <section
      aria-label="Measure it"
      className="flex w-full flex-wrap items-center gap-3 bg-paper p-3 text-ink"
    >
      <InstrumentState />
      <Button look="solid" disabled={busy} onClick={() => onMeasure()}>
        Measure the pile
      </Button>
      <FromPhotograph
        look="paper"
        says="Off a photograph"
        title="The pile in a photograph"
        takes="This is the pile"
        onColour={(colour) => onMeasure(colour)}
      />
      <Button look="paper" onClick={onClose}>
        Done
      </Button>
      <p className="w-full text-sm leading-snug">
        The difference from what was predicted is carried into the advice.
      </p>
    </section>
  );
}
