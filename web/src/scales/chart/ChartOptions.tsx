import { useQuery } from "@tanstack/react-query";
import { tubesQuery } from "../../api/queries";
import { mixtureName } from "../../mixtures/mixture";
import { draftWith } from "../../mixtures/sheets/draft";
import {
  asKind,
  type ChartDraft,
  KINDS,
  OFFERED,
  type Option,
  sideOf,
} from "../../mixtures/sheets/kinds";
import { useNewSheet } from "../../mixtures/sheets/useNewSheet";
import { Ground } from "../../seen/Ground";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { Stepper } from "../../ui/Stepper";
import type { OpenSheet } from "../sheet/useSheet";

const MEDIA = [
  ["opaque", "White"],
  ["wash", "Water"],
] as const;

/** As many words as still stand beside each other. */
const MOST_BESIDE = 3;

/** Which chart, and what its kind leaves to choose. */
export function ChartOptions({ sheet }: { sheet: OpenSheet<ChartDraft> }) {
  const { request, measure } = sheet.draft;
  const kind = KINDS[request.chart];
  const begin = useNewSheet();
  const grounded = kind.options.some(
    (each) => each.is === "Toggle" && each.ground && request[each.name] === each.on,
  );
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Select
        label="Chart"
        options={OFFERED.map(([key, { title }]) => [key, title] as const)}
        value={request.chart}
        onChoose={(next) => {
          // Another kind is another sheet: what is kept stays what it is.
          if (next !== request.chart) begin({ ...draftWith(asKind(request, next)), measure });
        }}
        className="font-bold"
      />
      {!kind.opaque && (
        <Choice
          label="Lightened with"
          options={MEDIA}
          value={request.medium}
          onChoose={(medium) => sheet.set({ medium })}
        />
      )}
      {(grounded || (!kind.opaque && request.medium === "wash")) && (
        <Ground ground={request.ground} onChange={(ground) => sheet.set({ ground })} />
      )}
      <Presets sheet={sheet} />
      {kind.options.map((option) => (
        <Offered key={option.name} option={option} sheet={sheet} />
      ))}
    </div>
  );
}

/** What sets several options at once. */
function Presets({ sheet }: { sheet: OpenSheet<ChartDraft> }) {
  const { request } = sheet.draft;
  const { presets } = KINDS[request.chart];
  if (!presets) return null;
  const [label, sets] = presets;
  const names = Object.entries(sets);
  const set = names.find(([, values]) =>
    Object.entries(values).every(([name, value]) => request[name] === value),
  );
  return (
    <Select
      label={label}
      options={[["", "My own"], ...names.map(([name]) => [name, capital(name)] as const)]}
      value={set?.[0] ?? ""}
      onChoose={(name) => sheet.set({ ...sets[name] })}
    />
  );
}

const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

/** One option, as its kind offers it. */
function Offered({ option, sheet }: { option: Option; sheet: OpenSheet<ChartDraft> }) {
  const { request } = sheet.draft;
  const { data: tubes = [] } = useQuery(tubesQuery);
  const { name } = option;
  const set = (value: unknown, stroke?: string) => sheet.set({ [name]: value }, stroke);
  switch (option.is) {
    case "Count": {
      const value = request[name] as number;
      return <Stepper {...option} value={value} onChange={(count) => set(count)} />;
    }
    case "Numbers": {
      const rows = option.by_length;
      const lengths = Object.keys(rows).map(Number);
      return (
        <Stepper
          value={(request[name] as number[]).length}
          least={Math.min(...lengths)}
          most={Math.max(...lengths)}
          word={option.word}
          onChange={(count) => set(rows[count])}
        />
      );
    }
    case "Number": {
      if (!option.label) return null;
      const times = option.percent ? 100 : 1;
      return (
        <NumberField
          label={(request.medium === "wash" && option.in_wash) || option.label}
          unit={option.unit}
          value={Math.round((request[name] as number) * times * 1000) / 1000}
          least={option.least * times}
          most={option.most * times}
          onChange={(value) => set(value / times)}
          className="w-28"
        />
      );
    }
    case "Toggle": {
      const on = request[name] === option.on;
      return (
        <Button aria-pressed={on} onClick={() => set(on ? option.off : option.on)}>
          {option.label}
        </Button>
      );
    }
    case "OneOf": {
      if (!option.label) return null;
      const Chooser = option.words.length > MOST_BESIDE ? Select : Choice;
      return (
        <Chooser
          label={option.label}
          options={option.words.map(([value, word]) => [String(value), word] as const)}
          value={String(request[name])}
          onChoose={(chosen) => {
            const [value] = option.words.find(([each]) => String(each) === chosen) ?? [];
            const emptied = option.clears.map((side) => [side, []]);
            sheet.set({ [name]: value, ...Object.fromEntries(emptied) });
          }}
        />
      );
    }
    case "OfEach": {
      const first = KINDS[request.chart].sides[0]?.name ?? "";
      const ends = option.label ? sideOf(request, first) : [];
      // Each is turned by itself, from where all stand.
      const given = request[name] as number[];
      const values = ends.map((_, i) => given[i] ?? option.each);
      return ends.map((end, i) => (
        <NumberField
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          key={i}
          label={option.label.replace("{}", mixtureName(end, tubes).toLowerCase())}
          unit={option.unit}
          value={values[i] ?? option.each}
          least={option.least}
          most={option.most}
          onChange={(value) =>
            set(
              values.map((each, at) => (at === i ? value : each)),
              `${name} ${i}`,
            )
          }
          className="w-36"
        />
      ));
    }
  }
}
