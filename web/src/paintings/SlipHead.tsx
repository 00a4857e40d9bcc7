import { FileDown } from "lucide-react";
import { KeptStatus } from "../keeping/KeptStatus";
import { NAME_LENGTH } from "../keeping/useKept";
import { DownloadMenu } from "../ui/DownloadMenu";
import { Note } from "../ui/Note";
import { finished } from "./draft";
import type { OpenPainting } from "./usePainting";

const FORMS = [
  ["palette.pdf?size=A4", "Palette to paint on, A4 (PDF)"],
  ["palette.pdf?size=Letter", "Palette to paint on, Letter (PDF)"],
  ["palette.svg?size=A4", "Palette to paint on (SVG)"],
  ["palette.png", "Patches (PNG)"],
  ["palette.csv", "Palette (CSV)"],
  ["palette.json", "Palette (JSON)"],
  ["palette.css", "CSS variables"],
  ["file", "The whole painting (JSON)"],
] as const;

/** The painting's name, whether it is kept, and what can be taken away from it. */
export function SlipHead({ painting }: { painting: OpenPainting }) {
  const { draft, id, status } = painting;
  return (
    <div className="flex flex-col gap-2 border-ink/25 border-b px-4 pt-3 pb-2">
      <input
        aria-label="Name of the painting"
        placeholder="Name this painting"
        autoComplete="off"
        value={draft.name}
        maxLength={NAME_LENGTH}
        onChange={(event) => {
          const name = event.target.value;
          painting.change((now) => ({ ...now, name }), "name");
        }}
        className="min-h-11 min-w-0 bg-white px-3 font-bold ring-1 ring-ink/50 ring-inset placeholder:font-normal placeholder:text-ink-soft placeholder:opacity-100"
      />
      <div className="flex items-center justify-between gap-2">
        <KeptStatus status={status} />
        <span className="flex">
          <DownloadMenu
            icon={<FileDown aria-hidden="true" size={18} />}
            says="Files"
            files={FORMS.map(([form, says]) => [`/api/paintings/${id}/${form}`, says])}
            disabled={status !== "kept" || !finished(draft.request)}
          />
        </span>
      </div>
      {status === "refused" && painting.trouble && <Note>{painting.trouble}</Note>}
    </div>
  );
}
