import { draftWith } from "../../mixtures/sheets/draft";
import { asKind, type ChartDraft, KINDS, OFFERED } from "../../mixtures/sheets/kinds";
import { useNewSheet } from "../../mixtures/sheets/useNewSheet";
import { Ground } from "../../seen/Ground";
import { Choice } from "../../ui/Choice";
import { Select } from "../../ui/Select";
import { Offered } from "../Offered";
import type { OpenSheet } from "../sheet/useSheet";

const MEDIA = [
  ["opaque", "White"],
  ["wash", "Water"],
] as const;

/** The kinds that are drawn as cells. */
const CELLS = OFFERED.filter(([, { picture }]) => picture === "cells").map(
  ([key, { title }]) => [key, title] as const,
);

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
        options={CELLS}
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
