import { useQuery } from "@tanstack/react-query";
import { tubesQuery } from "../api/queries";
import { mixtureName } from "../mixtures/mixture";
import { type ChartDraft, emptyChart, KINDS, type Option, sideOf } from "../mixtures/sheets/kinds";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { NumberField } from "../ui/NumberField";
import { Select } from "../ui/Select";
import { Stepper } from "../ui/Stepper";
import type { OpenSheet } from "./sheet/useSheet";

/** As many words as still stand beside each other. */
const MOST_BESIDE = 3;

/** What is chosen of an option, in a word or two; nothing where that goes without saying. */
export function optionSaid(option: Option, request: ChartDraft): string {
  const value = request[option.name];
  switch (option.is) {
    case "Count":
      return `${value} ${option.word}`;
    case "Numbers":
      return (value as number[]).length ? `${(value as number[]).length} ${option.word}` : "";
    case "OneOf": {
      const word = option.words.find(([key]) => key === value)?.[1] ?? "";
      return word.charAt(0).toLowerCase() + word.slice(1);
    }
    default:
      return "";
  }
}

/** One option, as its kind offers it. */
export function Offered<R extends ChartDraft>({
  option,
  sheet,
}: {
  option: Option;
  sheet: OpenSheet<R>;
}) {
  const request: ChartDraft = sheet.draft.request;
  const { data: tubes = [] } = useQuery(tubesQuery);
  const { name } = option;
  const set = (value: unknown, stroke?: string) =>
    sheet.set({ [name]: value } as Partial<R>, stroke);
  switch (option.is) {
    // What is set by hand on the picture is not offered beside it.
    case "Marks":
      return null;
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
            const empty = emptyChart(request.chart);
            const emptied = option.clears.map((field) => [field, empty[field]]);
            sheet.set({ [name]: value, ...Object.fromEntries(emptied) } as Partial<R>);
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
