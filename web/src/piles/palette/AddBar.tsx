import { Plus, Weight } from "lucide-react";
import { useState } from "react";
import type { TubeOut } from "../../api/schema";
import { type Measure, millilitres } from "../../mixtures/amounts";
import { MEASURES, useHandAmounts, useMeasures } from "../../mixtures/measures";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";

/** Paint put on the pile: which tube, and how much of it in the painter's measure. */
export function AddBar({
  tube,
  measure,
  weighing,
  onMeasure,
  onAdd,
  onWeigh,
}: {
  tube: TubeOut | undefined;
  measure: Measure;
  weighing: boolean;
  onMeasure: (measure: Measure) => void;
  onAdd: (amount: number, measure: Measure, says: string) => void;
  onWeigh: () => void;
}) {
  const [amount, setAmount] = useState(1);
  const kinds = useMeasures();
  const hand = useHandAmounts();
  const held = hand.map(([name, ml]) => [name, `a ${name}, ${millilitres(ml)}`] as const);
  const [holding, setHolding] = useState("pea");
  const { unit, most } = MEASURES[measure];
  const add = () => {
    if (unit) return onAdd(amount, measure, `${amount} ${unit}`);
    const ml = hand.find(([name]) => name === holding)?.[1] ?? 0;
    onAdd(ml, "ml", `a ${holding} of`);
  };
  return (
    <form
      className="flex w-full flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (tube) add();
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
      {unit ? (
        <NumberField
          {...{ label: "Amount", unit, most, least: 0.001 }}
          value={amount}
          onChange={setAmount}
          className="w-28"
        />
      ) : (
        <Select label="Amount" options={held} value={holding} onChoose={setHolding} />
      )}
      <Select label="Measured in" options={kinds} value={measure} onChoose={onMeasure} />
      <Button type="submit" disabled={!tube}>
        <Plus aria-hidden="true" size={18} /> Add it
      </Button>
      <Button aria-pressed={weighing} onClick={onWeigh}>
        <Weight aria-hidden="true" size={18} /> On the scale
      </Button>
    </form>
  );
}
