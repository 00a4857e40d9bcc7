import { Plus, Weight } from "lucide-react";
import { useState } from "react";
import type { Tube } from "../../api/client";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Select } from "../../ui/Choice";
import { NumberField } from "../../ui/NumberField";
import { MEASURES, type Measure } from "../amounts";

const MOST: Record<Measure, number> = { ml: 1000, grams: 2000, drops: 20_000, ribbon: 50_000 };

/** Paint put on the pile: which tube, and how much of it in the painter's measure. */
export function AddBar({
  tube,
  measure,
  weighing,
  onMeasure,
  onAdd,
  onWeigh,
}: {
  tube: Tube | undefined;
  measure: Measure;
  weighing: boolean;
  onMeasure: (measure: Measure) => void;
  onAdd: (amount: number) => void;
  onWeigh: () => void;
}) {
  const [amount, setAmount] = useState(1);
  return (
    <form
      className="flex w-full flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (tube) onAdd(amount);
      }}
    >
      <span className="flex min-h-11 min-w-48 items-center gap-2 bg-slate-deep pr-3">
        {tube ? (
          <Swatch colour={tube.paint.masstone} className="h-11 w-11" />
        ) : (
          <span aria-hidden="true" className="hatched h-11 w-11" />
        )}
        <b>{tube?.label ?? "tap a tube"}</b>
      </span>
      <NumberField
        label="Amount"
        value={amount}
        least={0.001}
        most={MOST[measure]}
        onChange={setAmount}
        className="w-20"
      />
      <Select label="Measured in" options={MEASURES} value={measure} onChoose={onMeasure} />
      <Button type="submit" disabled={!tube}>
        <Plus aria-hidden="true" size={18} /> Add it
      </Button>
      <Button aria-pressed={weighing} onClick={onWeigh}>
        <Weight aria-hidden="true" size={18} /> On the scale
      </Button>
    </form>
  );
}
