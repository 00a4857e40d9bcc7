import { TABLES } from "../../api/tables";
import { Ground } from "../../seen/Ground";
import { Choice, Select } from "../../ui/Choice";
import { NumberField } from "../../ui/NumberField";
import { Stepper } from "../../ui/Stepper";
import { CHART_MIXTURES, type ChartDraft } from "../sheet/draft";
import type { OpenSheet } from "../sheet/useSheet";

const CHARTS = [
  ["browns", "Brown chart"],
  ["complement", "Complement chart"],
  ["values", "Value scale"],
  ["tints", "Tint columns"],
  ["strings", "Strings"],
  ["recession", "Recession"],
  ["calibration", "Calibration sheet"],
  ["telling", "What tells most"],
] as const;

const MEDIA = [
  ["opaque", "White"],
  ["wash", "Water"],
] as const;

const STEPS: Partial<Record<ChartDraft["chart"], readonly [number, number]>> = TABLES.chartCounts;

/** Which chart, and what each kind leaves to choose. */
export function ChartOptions({ sheet }: { sheet: OpenSheet<ChartDraft> }) {
  const { request } = sheet.draft;
  const { chart, openings, values } = request;
  const { set } = sheet;
  const choose = (next: ChartDraft["chart"]) => {
    const [least, most] = STEPS[next] ?? [0, 99];
    set({
      chart: next,
      count: Math.min(most, Math.max(least, request.count)),
      mixtures: request.mixtures.slice(0, CHART_MIXTURES[next][1]),
      base: [],
    });
  };
  const range = STEPS[chart];
  const opened = chart === "complement" || chart === "browns" || chart === "tints";
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Select
        label="Chart"
        options={CHARTS}
        value={chart}
        onChoose={choose}
        className="font-bold"
      />
      {range && (
        <Stepper
          value={request.count}
          least={range[0]}
          most={range[1]}
          word="steps"
          onChange={(count) => set({ count })}
        />
      )}
      {chart !== "recession" && (
        <Choice
          label="Lightened with"
          options={MEDIA}
          value={request.medium}
          onChoose={(medium) => set({ medium })}
        />
      )}
      {chart !== "recession" && request.medium === "wash" && (
        <Ground ground={request.ground} onChange={(ground) => set({ ground })} />
      )}
      {opened && (
        <Stepper
          value={openings.length}
          least={1}
          most={8}
          word={chart === "complement" ? "rows" : "columns"}
          onChange={(count) => set({ openings: opening(openings, count) })}
        />
      )}
      {chart === "browns" && (
        <NumberField
          label="Richer by"
          unit="parts"
          value={request.more}
          least={0.1}
          most={20}
          onChange={(more) => set({ more })}
          className="w-28"
        />
      )}
      {chart === "strings" && (
        <Stepper
          value={values.length}
          least={2}
          most={9}
          word="values"
          onChange={(count) => set({ values: spread(count) })}
        />
      )}
      {chart === "recession" && (
        <>
          <NumberField
            label="Lighter by"
            unit="L*"
            value={request.lighter}
            least={0}
            most={40}
            onChange={(lighter) => set({ lighter })}
            className="w-28"
          />
          <NumberField
            label="Cooler by"
            unit="°"
            value={request.cooler}
            least={0}
            most={90}
            onChange={(cooler) => set({ cooler })}
            className="w-24"
          />
          <NumberField
            label="Greyer by"
            unit="%"
            value={Math.round(request.greyer * 100)}
            least={0}
            most={100}
            onChange={(percent) => set({ greyer: percent / 100 })}
            className="w-24"
          />
        </>
      )}
    </div>
  );
}

/** Parts of white, one more or one less: each new one twice as far as the last was. */
function opening(openings: readonly number[], count: number): number[] {
  const next = openings.slice(0, count);
  while (next.length < count) {
    const last = next.at(-1) ?? 0;
    const before = next.at(-2) ?? 0;
    next.push(Math.min(20, last + Math.max(1, last - before)));
  }
  return next;
}

/** Munsell values from shadow to light, even. */
function spread(count: number): number[] {
  return Array.from({ length: count }, (_, i) => Math.round((3 + (5 * i) / (count - 1)) * 2) / 2);
}
