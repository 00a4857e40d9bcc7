import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Copy, LibraryBig, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { api, got, type SheetSummary } from "../api/client";
import { sheetsQuery } from "../api/queries";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { useNewSheet } from "./Bench";
import { emptyDraft, type Kind } from "./sheet/draft";

/** A kind of sheet as it is called on screen. */
const kindWord = (kind: string) => (kind === "triad" ? "triangle" : kind);

/** Whether every word stands somewhere in what a sheet and its patches are called. */
export function found(sheet: SheetSummary, words: string): boolean {
  const text = [
    sheet.name,
    kindWord(sheet.kind),
    sheet.summary,
    ...sheet.patches.map((patch) => `${patch.munsell} ${patch.name}`),
  ]
    .join(" ")
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** The kept sheets, found by what they look like; or one of them, to hold beside another. */
export function Shelf({
  open,
  onClose,
  kind,
  onChoose,
}: {
  open: boolean;
  onClose: () => void;
  kind: Kind;
  /** Choose a sheet of the kind instead of opening one. */
  onChoose?: (id: number) => void;
}) {
  const { data: sheets = [], isPending, error } = useQuery({ ...sheetsQuery, enabled: open });
  const [words, setWords] = useState("");
  const [thrown, setThrown] = useState<SheetSummary | null>(null);
  const cache = useQueryClient();
  const begin = useNewSheet();
  const refresh = () => cache.invalidateQueries({ queryKey: sheetsQuery.queryKey, exact: true });
  const path = (sheet: SheetSummary) => ({ params: { path: { sheet_id: sheet.id } } });
  const throwAway = useMutation({
    mutationFn: (sheet: SheetSummary) => got(api.DELETE("/api/scales/{sheet_id}", path(sheet))),
    onSuccess: (_, sheet) => setThrown(sheet),
    onSettled: refresh,
  });
  const bringBack = useMutation({
    mutationFn: (sheet: SheetSummary) =>
      got(api.POST("/api/scales/{sheet_id}/restore", path(sheet))),
    onSuccess: () => setThrown(null),
    onSettled: refresh,
  });
  const duplicate = useMutation({
    mutationFn: (sheet: SheetSummary) => got(api.POST("/api/scales/{sheet_id}/copy", path(sheet))),
    onSettled: refresh,
  });
  const trouble = error ?? throwAway.error ?? bringBack.error ?? duplicate.error;
  const shown = sheets.filter((s) => (!onChoose || s.kind === kind) && found(s, words.trim()));
  return (
    <Panel open={open} onClose={onClose} title={onChoose ? "Compare with" : "Saved sheets"} wide>
      <div className="sticky top-0 z-10 flex gap-2 bg-paper py-2">
        <input
          type="search"
          aria-label="Find a sheet"
          placeholder="Find by name, colour word or Munsell"
          value={words}
          maxLength={80}
          onChange={(event) => setWords(event.target.value)}
          className="min-h-11 flex-1 bg-white px-3 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
        />
        {!onChoose && (
          <Button
            look="solid"
            onClick={() => {
              onClose();
              begin(emptyDraft(kind));
            }}
          >
            <Plus aria-hidden="true" size={18} /> New {kind}
          </Button>
        )}
      </div>
      {trouble && <Note>{trouble.message}</Note>}
      {thrown && (
        <p className="my-2 flex items-center justify-between gap-3 bg-paper-deep p-2 pl-4">
          <span>“{thrown.name}” is thrown away.</span>
          <Button look="paper" onClick={() => bringBack.mutate(thrown)}>
            Bring it back
          </Button>
        </p>
      )}
      <ul className="flex flex-col gap-3 py-2">
        {shown.map((sheet) => (
          <li key={sheet.id} className="flex items-end gap-2">
            {onChoose ? (
              <button
                type="button"
                className="min-w-0 flex-1 text-left"
                onClick={() => onChoose(sheet.id)}
              >
                <Face sheet={sheet} />
              </button>
            ) : (
              <>
                <Link
                  to="/scales/{-$sheetId}"
                  params={{ sheetId: String(sheet.id) }}
                  onClick={onClose}
                  className="min-w-0 flex-1"
                >
                  <Face sheet={sheet} />
                </Link>
                <Button
                  look="paper"
                  aria-label={`Duplicate ${sheet.name}`}
                  onClick={() => duplicate.mutate(sheet)}
                >
                  <Copy aria-hidden="true" size={18} />
                </Button>
                <Button
                  look="paper"
                  aria-label={`Throw away ${sheet.name}`}
                  onClick={() => throwAway.mutate(sheet)}
                >
                  <Trash2 aria-hidden="true" size={18} />
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {isPending && <p className="py-4">Fetching your sheets …</p>}
      {!isPending && sheets.length === 0 && !error && (
        <p className="py-4">
          Nothing is kept yet. Choose two tubes and look at the steps: the sheet keeps itself.
        </p>
      )}
      {sheets.length > 0 && shown.length === 0 && (
        <p className="py-4">
          {words.trim()
            ? `No sheet fits “${words}”. Try a colour word, such as olive.`
            : "There is no other scale yet."}
        </p>
      )}
    </Panel>
  );
}

/** What a sheet looks like: its patches touching, row by row, under its name. */
function Face({ sheet }: { sheet: SheetSummary }) {
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

/** The way to the shelf. */
export function ShelfButton({ onClick }: { onClick: () => void }) {
  return (
    <Button aria-label="Saved sheets" onClick={onClick}>
      <LibraryBig aria-hidden="true" size={18} /> Saved
    </Button>
  );
}
