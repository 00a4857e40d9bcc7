import { useQueryClient } from "@tanstack/react-query";
import { FileDown } from "lucide-react";
import { useState } from "react";
import { ask } from "../api/client";
import type { FoundEntry } from "../api/schema";
import { FilePanel } from "../keeping/FilePanel";
import { fetchFile, taskFile, useTask } from "../keeping/useTask";
import { ActionMenu } from "../ui/ActionMenu";
import { Progress } from "../ui/Progress";
import type { Filters } from "./queries";
import { type ChosenTubes, WhichTubes } from "./WhichTubes";

const FORMS = [
  ["json", "The journal (JSON)"],
  ["csv", "The journal (CSV)"],
  ["cxf", "Its colours and spectra (CxF 3)"],
  ["cgats", "Its colours and spectra (CGATS.17)"],
] as const;

/** The journal on paper and in files, as far as the filters show it; and a notebook taken in. */
export function JournalFiles({ filters }: { filters: Filters }) {
  const [taking, setTaking] = useState(false);
  const [chosen, setChosen] = useState<ChosenTubes>({});
  const cache = useQueryClient();
  const book = useTask(
    (form: "cards" | "labels") =>
      ask("POST /api/journal/book", { body: { form, filters: { ...ALL, ...filters } } }),
    (done) => fetchFile(taskFile(done)),
  );
  const query = new URLSearchParams(
    Object.entries(filters).map(([name, value]) => [name, String(value)]),
  );
  return (
    <>
      <ActionMenu
        look="slate"
        icon={<FileDown aria-hidden="true" size={18} />}
        says="Files"
        disabled={book.underWay}
        actions={[
          { says: "Swatch cards, A6 (PDF)", does: () => book.begin("cards") },
          { says: "Labels to stick, A4 (PDF)", does: () => book.begin("labels") },
          ...FORMS.map(([form, says]) => ({ says, does: `/api/journal/file.${form}?${query}` })),
          { says: "The schema of a journal", does: "/api/journal/schema.json" },
          {
            says: "Take a notebook in …",
            does: () => {
              setChosen({});
              setTaking(true);
            },
          },
        ]}
      />
      {book.underWay && (
        <div className="w-full">
          <Progress
            look="slate"
            says={book.task?.saying ?? "Asking …"}
            share={book.task?.share ?? 0}
            onStop={book.task && (() => book.stop())}
          />
        </div>
      )}
      {book.trouble && (
        <p role="alert" className="w-full border-chalk border-l-4 pl-3">
          {book.trouble}
        </p>
      )}
      {taking && (
        <FilePanel<FoundEntry>
          title="Take a notebook in"
          asks="A journal as JSON, or a notebook as a table (CSV). Its columns: name, date, parts (3 orange + 1 blue), note, tags. You see what is in it before anything is taken."
          accept=".json,.csv"
          look="/api/journal/file/look"
          take="/api/journal/file/take"
          row={(entry) => (
            <span>
              <b>{entry.name}</b> {entry.says}
              {entry.date && `, ${entry.date}`}
              {entry.unsure.map((part) => (
                <span key={part.label} className="block font-bold">
                  {part.says}.
                </span>
              ))}
            </span>
          )}
          asking={(found) => <WhichTubes found={found} chosen={chosen} onChoose={setChosen} />}
          beside={{ tubes: JSON.stringify(chosen) }}
          onClose={() => setTaking(false)}
          onTaken={() => cache.invalidateQueries({ queryKey: ["journal"] })}
        />
      )}
    </>
  );
}

const ALL = { words: "", tag: "", medium: "", owned: false, read: false, true: false } as const;
