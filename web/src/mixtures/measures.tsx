import { usePreferences, withKind } from "../api/preferences";
import type { Me, Preferences } from "../api/schema";
import { TABLES } from "../api/tables";
import type { Options } from "../ui/Choice";
import { NumberField } from "../ui/NumberField";
import { Select } from "../ui/Select";

export type MeasureKind = keyof typeof TABLES.measures;

/** What a kind of measure says of itself, in the core. */
interface Kind {
  title: string;
  /** Beside an amount that is typed; empty where amounts are chosen by name. */
  unit: string;
  most: number;
  read_by: "step" | "nozzle" | "";
  imperial: boolean;
}

export const MEASURES: Readonly<Record<MeasureKind, Kind>> = TABLES.measures;
const OFFERED = Object.entries(MEASURES) as ReadonlyArray<readonly [MeasureKind, Kind]>;
const titled = (kinds: typeof OFFERED) => kinds.map(([key, { title }]) => [key, title] as const);
const METRIC = titled(OFFERED.filter(([, { imperial }]) => !imperial));
const IMPERIAL = titled(OFFERED.filter(([, { imperial }]) => imperial));

/** What amounts may be told in, the painter's units first, but for what needs none. */
export function useMeasures(): Options<MeasureKind> {
  const { me } = usePreferences();
  return me.units === "imperial"
    ? [...METRIC.slice(0, 1), ...IMPERIAL, ...METRIC.slice(1)]
    : METRIC;
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
  const { read_by } = MEASURES[measure.kind as MeasureKind] ?? { read_by: "" };
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
      {read_by === "step" && (
        <Select
          look="paper"
          label="Its step"
          options={STEPS}
          value={measure.step <= 0.01 ? "0.01" : "0.1"}
          onChoose={(step) => onChange({ step: Number(step) } as Partial<M>)}
        />
      )}
      {read_by === "nozzle" && (
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
