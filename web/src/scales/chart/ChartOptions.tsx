import { useQuery } from "@tanstack/react-query";
import { tubesQuery } from "../../api/queries";
import { TABLES } from "../../api/tables";
import { Ground } from "../../seen/Ground";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { Stepper } from "../../ui/Stepper";
import {
  CHART_COLUMNS,
  CHART_MIXTURES,
  type ChartDraft,
  draftWith,
  mixtureName,
} from "../sheet/draft";
import { useNewSheet } from "../sheet/useNewSheet";
import type { OpenSheet } from "../sheet/useSheet";

const CHARTS = [
  ["grid", "Grid"],
  ["darks", "Darks"],
  ["shades", "Shades"],
  ["layers", "Layers"],
  ["wheel", "Wheel of hues"],
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

const RATIOS = [
  ["1", "1 to 1"],
  ["2", "2 to 1"],
  ["0.5", "1 to 2"],
  ["strength", "Equal strength"],
  ["greyest", "Greyest"],
] as const;

const ORDERS = [
  ["given", "As chosen"],
  ["temperature", "Warm to cool"],
  ["value", "Light to dark"],
  ["hue", "By hue"],
] as const;

const HUES = [
  ["6", "6 hues"],
  ["12", "12 hues"],
  ["24", "24 hues"],
] as const;

const LEANS = [
  ["", "True grey"],
  ...TABLES.leans.map((lean) => [lean, `Leans ${lean}`] as const),
] as const;

const COUNTED_BY = [
  ["strength", "Equal in strength"],
  ["volume", "By volume"],
] as const;

const DIRECTIONS = [
  ["down", "Darkened"],
  ["up", "Lightened"],
] as const;

const WEATHERS = [
  ["own", "My own"],
  ["clear", "Clear"],
  ["haze", "Haze"],
  ["mist", "Mist"],
  ["rain", "Rain"],
] as const;

/** What is laid over something dry, or goes far away, is opaque. */
const OPAQUE: ReadonlyArray<ChartDraft["chart"]> = ["recession", "layers"];

const STEPS: Partial<Record<ChartDraft["chart"], readonly [number, number]>> = TABLES.chartCounts;

/** Which chart, and what each kind leaves to choose. */
export function ChartOptions({ sheet }: { sheet: OpenSheet<ChartDraft> }) {
  const { request } = sheet.draft;
  const { chart, openings, values } = request;
  const { set } = sheet;
  const begin = useNewSheet();
  const choose = (next: ChartDraft["chart"]) => {
    if (next === chart) return;
    const [least, most] = STEPS[next] ?? [0, 99];
    // Another kind is another sheet: what is kept stays what it is.
    begin({
      ...draftWith({
        ...request,
        chart: next,
        count: next === "wheel" ? 12 : Math.min(most, Math.max(least, request.count)),
        // What is sought on the whole desk begins with the whole desk.
        mixtures:
          next === "darks" || next === "wheel"
            ? []
            : request.mixtures.slice(0, CHART_MIXTURES[next][1]),
        columns: request.columns.slice(0, CHART_COLUMNS[next]?.[1] ?? 0),
        base: [],
        richer: [],
        ...(next === "darks" ? { openings: [0, 4, 12] } : {}),
        ...(OPAQUE.includes(next) ? { medium: "opaque" as const } : {}),
      }),
      measure: sheet.draft.measure,
    });
  };
  const { data: tubes = [] } = useQuery(tubesQuery);
  // Each row is turned by itself, from where all stand.
  const turns = request.mixtures.map((_, i) => request.richer[i] ?? request.more);
  const range = STEPS[chart];
  const opened = ["complement", "browns", "tints", "darks"].includes(chart);
  const weather =
    Object.entries(TABLES.weathers).find(([, each]) =>
      (["lighter", "cooler", "greyer", "flatter"] as const).every(
        (figure) => each[figure] === request[figure],
      ),
    )?.[0] ?? "own";
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
          word={chart === "darks" ? "darks" : chart === "shades" ? "values" : "steps"}
          onChange={(count) => set({ count })}
        />
      )}
      {!OPAQUE.includes(chart) && (
        <Choice
          label="Lightened with"
          options={MEDIA}
          value={request.medium}
          onChoose={(medium) => set({ medium })}
        />
      )}
      {((!OPAQUE.includes(chart) && request.medium === "wash") ||
        (chart === "layers" && request.bare)) && (
        <Ground ground={request.ground} onChange={(ground) => set({ ground })} />
      )}
      {chart === "grid" && (
        <>
          <Select
            label="Ratio, down to across"
            options={RATIOS}
            value={ratioOf(request)}
            onChoose={(ratio) =>
              set(
                ratio === "strength" || ratio === "greyest"
                  ? { ratio }
                  : { ratio: "parts", row_parts: Number(ratio) },
              )
            }
          />
          <Select
            label="Order"
            options={ORDERS}
            value={request.order}
            onChoose={(order) => set({ order })}
          />
          <NumberField
            label={request.medium === "wash" ? "Water" : "White"}
            unit="parts"
            value={request.white}
            least={0}
            most={20}
            onChange={(white) => set({ white })}
            className="w-24"
          />
        </>
      )}
      {chart === "darks" && (
        <>
          <Select
            label="Which way it leans"
            options={LEANS}
            value={request.leans as (typeof LEANS)[number][0]}
            onChoose={(leans) => set({ leans })}
          />
          <Button
            aria-pressed={request.no_black}
            onClick={() => set({ no_black: !request.no_black })}
          >
            No tube black
          </Button>
          <Button
            aria-pressed={request.transparent}
            onClick={() => set({ transparent: !request.transparent })}
          >
            Transparent
          </Button>
          <Button
            aria-pressed={request.most === 2}
            onClick={() => set({ most: request.most === 2 ? 3 : 2 })}
          >
            Two paints
          </Button>
        </>
      )}
      {chart === "shades" && (
        <Choice
          label="Which way"
          options={DIRECTIONS}
          value={request.up ? "up" : "down"}
          onChoose={(way) => set({ up: way === "up", columns: [] })}
        />
      )}
      {chart === "layers" && (
        <Button aria-pressed={request.bare} onClick={() => set({ bare: !request.bare })}>
          Bare ground first
        </Button>
      )}
      {chart === "wheel" && (
        <Choice
          label="Hues"
          options={HUES}
          value={String(request.count) as "6" | "12" | "24"}
          onChoose={(count) => set({ count: Number(count) })}
        />
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
        <>
          <Choice
            label="What a measure is equal in"
            options={COUNTED_BY}
            value={request.counted_by}
            onChoose={(counted_by) => set({ counted_by })}
          />
          {request.mixtures.map((mixture, i) => (
            <NumberField
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
              key={i}
              label={`More ${mixtureName(mixture, tubes).toLowerCase()}`}
              unit="measures"
              value={turns[i] ?? request.more}
              least={-1}
              most={20}
              onChange={(turn) =>
                set({ richer: turns.map((each, at) => (at === i ? turn : each)) }, `richer ${i}`)
              }
              className="w-36"
            />
          ))}
        </>
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
          <Select
            label="Weather"
            options={WEATHERS}
            value={weather as (typeof WEATHERS)[number][0]}
            onChoose={(named) => named !== "own" && set({ ...TABLES.weathers[named] })}
          />
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
          <NumberField
            label="Flatter by"
            unit="%"
            value={Math.round(request.flatter * 100)}
            least={0}
            most={100}
            onChange={(percent) => set({ flatter: percent / 100 })}
            className="w-24"
          />
        </>
      )}
    </div>
  );
}

/** The ratio of a grid among those that are offered; another one as it was typed. */
function ratioOf(request: ChartDraft): (typeof RATIOS)[number][0] {
  return (request.ratio === "parts" ? String(request.row_parts) : request.ratio) as never;
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
