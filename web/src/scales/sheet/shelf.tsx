import { Link } from "@tanstack/react-router";
import { sheetsQuery } from "../../api/queries";
import type { SummaryOut } from "../../api/schema";
import type { ShelfOf } from "../../keeping/Shelf";
import { type ChartKind, KINDS } from "../../mixtures/sheets/kinds";
import { Swatch } from "../../seen/Swatch";

/** Sheets as they stand on their shelf. */
export const SHEETS: ShelfOf<SummaryOut> = {
  noun: "sheet",
  path: "/api/scales",
  query: sheetsQuery,
  nameOf: (sheet) => sheet.name,
  wordsOf: (sheet) =>
    [
      sheet.name,
      KINDS[sheet.kind as ChartKind]?.title ?? "",
      sheet.summary,
      ...sheet.patches.map((patch) => `${patch.munsell} ${patch.name}`),
    ].join(" "),
  findBy: "name, colour word or Munsell",
  Face,
  Way: ({ thing, ...rest }) => (
    <Link to="/scales/{-$sheetId}" params={{ sheetId: String(thing.id) }} {...rest} />
  ),
};

/** What a sheet looks like: its patches touching, row by row, under its name. */
function Face({ thing: sheet }: { thing: SummaryOut }) {
  const rows = Math.ceil(sheet.patches.length / sheet.columns);
  return (
    <>
      <span className="flex justify-between gap-4 pb-1 leading-tight">
        <b className="truncate">{sheet.name}</b>
        <span className="min-w-0 shrink truncate text-ink-soft text-sm">{sheet.summary}</span>
      </span>
      <span
        aria-hidden="true"
        className="grid bg-stage"
        style={{
          gridTemplateColumns: `repeat(${sheet.columns}, 1fr)`,
          gridAutoRows: `${Math.max(14, 48 / rows)}px`,
        }}
      >
        {sheet.patches.map((patch, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place on the sheet
          <Swatch key={i} colour={patch} notched={rows === 1} />
        ))}
      </span>
    </>
  );
}
