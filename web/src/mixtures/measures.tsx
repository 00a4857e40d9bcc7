import type { Me, Preferences } from "../api/client";
import { usePreferences, withKind } from "../api/preferences";
import type { Options } from "../ui/Choice";
import { NumberField } from "../ui/NumberField";
import { Select } from "../ui/Select";

const KINDS = [
  ["hand", "By hand"],
  ["ml", "Millilitres"],
  ["grams", "Grams, on a scale"],
  ["drops", "Drops"],
  ["ribbon", "Ribbon from the tube"],
  ["brush", "Brush-loads, for washes"],
] as const;

const IMPERIAL = [
  ["ounces", "Ounces, on a scale"],
  ["inches", "Inches of ribbon"],
] as const;

export type MeasureKind = (typeof KINDS)[number][0] | (typeof IMPERIAL)[number][0];

/** What amounts may be told in, the painter's units first. */
export function useMeasures(): Options<MeasureKind> {
  const { me } = usePreferences();
  return me.units === "imperial" ? [KINDS[0], ...IMPERIAL, ...KINDS.slice(1)] : KINDS;
}

const STEPS = [
  ["0.1", "to 0.1"],
  ["0.01", "to 0.01"],
] as const;

interface Measured {
  kind: string;
  step: number;
  nozzle_mm: number;
  hand_ml: Me["hand_ml"];
}

/** What amounts are told in, and how finely; what is chosen is the painter's own from then on. */
export function MeasureFields<M extends Measured>({
  measure,
  before = [],
  onChange,
}: {
  measure: M;
  /** Other things it may be told in, such as parts by eye. */
  before?: Options<string>;
  onChange: (patch: Partial<M>) => void;
}) {
  const { me, prefer } = usePreferences();
  const kinds = useMeasures();
  return (
    <>
      <Select
        look="paper"
        label="Measured in"
        options={[...before, ...kinds] as Options<string>}
        value={measure.kind}
        onChoose={(kind) => {
          prefer({ measure: kind as Preferences["measure"] });
          const { step } = withKind(measure, kind);
          onChange({ kind, step, hand_ml: me.hand_ml } as Partial<M>);
        }}
        className="flex-1"
      />
      {(measure.kind === "ml" || measure.kind === "grams" || measure.kind === "ounces") && (
        <Select
          look="paper"
          label="Its step"
          options={STEPS}
          value={measure.step <= 0.01 ? "0.01" : "0.1"}
          onChoose={(step) => onChange({ step: Number(step) } as Partial<M>)}
        />
      )}
      {(measure.kind === "ribbon" || measure.kind === "inches") && (
        <NumberField
          label="Width of the nozzle"
          unit="mm"
          value={measure.nozzle_mm}
          least={0.5}
          most={50}
          onChange={(nozzle_mm) => onChange({ nozzle_mm } as Partial<M>)}
        />
      )}
    </>
  );
}

/** The amounts of this painter's hand, in millilitres, the smallest first. */
export function useHandAmounts(): ReadonlyArray<readonly [string, number]> {
  const { me } = usePreferences();
  return Object.entries(me.hand_ml).map(([name, ml]) => [name.replace("_", "-"), ml] as const);
}
