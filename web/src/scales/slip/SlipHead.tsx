import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { Check, ChevronDown, CloudOff, Columns2, LoaderCircle, Printer, X } from "lucide-react";
import { useState } from "react";
import { tubesQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Shelf } from "../Shelf";
import { nameFor, type RequestDraft } from "../sheet/draft";
import type { OpenSheet, Status } from "../sheet/useSheet";

const SAYS: Record<Status, string> = {
  empty: "Kept by itself as you make it",
  kept: "Kept",
  keeping: "Keeping …",
  waiting: "Not kept yet",
  conflict: "Not kept: changed elsewhere",
  stale: "Kept as it was",
  refused: "Not kept",
};

/** What is held beside a sheet, and how to hold another there or put it away. */
export interface Comparing {
  name: string | null;
  choose: (sheet: number | null) => void;
}

/** The sheet's name, whether it is kept, and what can be taken away from it. */
export function SlipHead<R extends RequestDraft>({
  sheet,
  comparison,
}: {
  sheet: OpenSheet<R>;
  comparison?: Comparing;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [comparing, setComparing] = useState(false);
  const { draft, status, id } = sheet;
  const Icon = status === "kept" ? Check : status === "keeping" ? LoaderCircle : CloudOff;
  return (
    <div className="flex flex-col gap-2 border-ink/25 border-b px-4 pt-3 pb-2">
      <input
        aria-label="Name of the sheet"
        placeholder={status === "empty" ? "Name this sheet" : nameFor(draft.request, tubes)}
        autoComplete="off"
        value={draft.name}
        onChange={(event) => {
          const name = event.target.value;
          sheet.change((now) => ({ ...now, name }), "name");
        }}
        className="min-h-11 min-w-0 bg-white px-3 font-bold ring-1 ring-ink/50 ring-inset placeholder:font-normal placeholder:text-ink-soft placeholder:opacity-100"
      />
      <p role="status" className="flex items-center gap-1.5 text-sm">
        {status !== "empty" && <Icon aria-hidden="true" size={16} className="shrink-0" />}
        {SAYS[status]}
      </p>
      {id !== null && (
        <div className="flex gap-2">
          <PaperMenu id={id} waiting={status !== "kept"} />
          {comparison && (
            <Button look="paper" className="flex-1" onClick={() => setComparing(true)}>
              <Columns2 aria-hidden="true" size={18} /> Compare
            </Button>
          )}
        </div>
      )}
      {comparison?.name && (
        <p className="flex items-center gap-2 leading-tight">
          <span className="min-w-0 flex-1">
            Below the run: <b>{comparison.name}</b>
          </span>
          <Button
            look="paper"
            aria-label={`Put ${comparison.name} away`}
            onClick={() => comparison.choose(null)}
          >
            <X aria-hidden="true" size={18} />
          </Button>
        </p>
      )}
      {comparison && (
        <Shelf
          open={comparing}
          onClose={() => setComparing(false)}
          kind="scale"
          onChoose={(chosen) => {
            comparison.choose(chosen);
            setComparing(false);
          }}
        />
      )}
    </div>
  );
}

const PAPERS = [
  ["pdf", "A4", "To paint on, A4 (PDF)"],
  ["pdf", "Letter", "To paint on, Letter (PDF)"],
  ["svg", "A4", "To paint on, A4 (SVG)"],
  ["svg", "Letter", "To paint on, Letter (SVG)"],
  ["png", "A4", "Patches (PNG)"],
  ["csv", "A4", "Data (CSV)"],
  ["json", "A4", "Data (JSON)"],
] as const;

function PaperMenu({ id, waiting }: { id: number; waiting: boolean }) {
  return (
    <Menu>
      <MenuButton as={Button} look="paper" className="flex-1 whitespace-nowrap" disabled={waiting}>
        <Printer aria-hidden="true" size={18} /> On paper
        <ChevronDown aria-hidden="true" size={16} />
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-40 mt-1 bg-paper py-1 text-ink shadow-lg ring-1 ring-ink/40"
      >
        {PAPERS.map(([form, size, says]) => (
          <MenuItem key={says}>
            <a
              href={`/api/scales/${id}/paper.${form}?size=${size}`}
              download
              className="flex min-h-11 items-center px-4 data-focus:bg-ink data-focus:text-paper"
            >
              {says}
            </a>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
