import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type PracticeKind } from "../api/client";
import { tubesQuery } from "../api/queries";
import type { PracticeSession, ResultRow } from "../api/schema";
import { sendFile, upload } from "../api/upload";
import { fetchFile } from "../keeping/useTask";
import { draftWith } from "../mixtures/sheets/draft";
import { emptyChart, exampleOf, OFFERED } from "../mixtures/sheets/kinds";
import { useNewSheet } from "../mixtures/sheets/useNewSheet";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Stepper } from "../ui/Stepper";
import { TextField } from "../ui/TextField";
import { KINDS, titleOf } from "./queries";

/** A set that a teacher hands out, taken by pupils, and their results side by side. */
export function ForAClass({
  kinds,
  onTaken,
}: {
  kinds: readonly string[];
  onTaken: (session: PracticeSession) => void;
}) {
  const [name, setName] = useState("");
  const [count, setCount] = useState(12);
  const [chosen, setChosen] = useState<ReadonlySet<PracticeKind>>(new Set(["lean", "mixture"]));
  const begin = useNewSheet();
  const { data: tubes = [] } = useQuery(tubesQuery);
  const make = useMutation({
    mutationFn: async () => {
      const file: unknown = await ask("POST /api/practice/sets", {
        body: { name: name || "Practice", kinds: [...chosen], count },
        parseAs: "blob",
      });
      const address = URL.createObjectURL(file as Blob);
      fetchFile(address, `${name || "practice"}.json`);
      URL.revokeObjectURL(address);
    },
  });
  const take = useMutation({
    mutationFn: (file: File) => upload<PracticeSession>("/api/practice/sets/take", file),
    onSuccess: onTaken,
  });
  const compare = useMutation({
    mutationFn: (files: readonly File[]) => {
      const body = new FormData();
      for (const file of files) body.append("files", file);
      return sendFile<ResultRow[]>("/api/practice/results", body);
    },
  });
  const flip = (kind: PracticeKind) => {
    const next = new Set(chosen);
    if (!next.delete(kind)) next.add(kind);
    setChosen(next);
  };
  const trouble = make.error ?? take.error ?? compare.error;
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto p-4">
      {trouble && <Note>{trouble.message}</Note>}
      <section className="flex flex-col gap-3 bg-paper p-4 text-ink">
        <h2 className="font-bold text-lg">Make a set</h2>
        <p className="leading-snug">
          The same exercises for everyone, on your tubes, as a file to hand out.
        </p>
        <TextField
          label="Name of the set"
          value={name}
          most={120}
          placeholder="Week one"
          onChange={setName}
          className="max-w-sm"
        />
        <fieldset aria-label="Exercises of the set" className="flex flex-wrap gap-x-4">
          {KINDS.filter(([kind, { on_palette }]) => kinds.includes(kind) && !on_palette).map(
            ([kind, { title }]) => (
              <label key={kind} className="flex min-h-11 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-6 accent-ink"
                  checked={chosen.has(kind)}
                  onChange={() => flip(kind)}
                />
                {title}
              </label>
            ),
          )}
        </fieldset>
        <div className="flex flex-wrap items-center gap-3">
          <Stepper
            look="paper"
            value={count}
            least={1}
            most={100}
            word="exercises"
            onChange={setCount}
          />
          <Button
            look="solid"
            disabled={chosen.size === 0 || make.isPending}
            onClick={() => make.mutate()}
          >
            Download the set
          </Button>
        </div>
      </section>
      <section className="flex flex-wrap items-center gap-3 bg-paper p-4 text-ink">
        <h2 className="w-full font-bold text-lg">Do a set, and hand it in</h2>
        <FileButton says="Open a set …" onFiles={(files) => files[0] && take.mutate(files[0])} />
        <FileButton
          says="Lay results side by side …"
          multiple
          onFiles={(files) => compare.mutate(files)}
        />
        {compare.data && (
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left">
                <th scope="col">Pupil</th>
                <th scope="col">Set</th>
                <th scope="col">Right</th>
                <th scope="col">By exercise</th>
              </tr>
            </thead>
            <tbody>
              {compare.data.map((row, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a pupil may hand in twice
                <tr key={i}>
                  <td>{row.pupil}</td>
                  <td>{row.name}</td>
                  <td>
                    {row.right} of {row.answers}
                  </td>
                  <td>
                    {Object.entries(row.by_kind)
                      .map(([kind, score]) => `${titleOf(kind)} ${Math.round(100 * score)} %`)
                      .join(" · ")}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section className="flex flex-wrap items-center gap-3 bg-paper p-4 text-ink">
        <h2 className="w-full font-bold text-lg">To paint</h2>
        <p className="w-full leading-snug">
          Sheets to print, paint and read back from a photograph.
        </p>
        {OFFERED.filter(([, kind]) => kind.for_class).map(([chart, kind]) => (
          <Button
            key={chart}
            look="paper"
            onClick={() => begin(draftWith({ ...emptyChart(chart), ...exampleOf(kind, tubes) }))}
          >
            {kind.for_class}
          </Button>
        ))}
      </section>
    </div>
  );
}

function FileButton({
  says,
  multiple = false,
  onFiles,
}: {
  says: string;
  multiple?: boolean;
  onFiles: (files: readonly File[]) => void;
}) {
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-2 px-3 ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black">
      {says}
      <input
        type="file"
        accept="application/json"
        multiple={multiple}
        className="sr-only"
        onChange={(event) => {
          // What is in the list goes when the field is emptied.
          const files = [...(event.target.files ?? [])];
          if (files.length) onFiles(files);
          event.target.value = "";
        }}
      />
    </label>
  );
}
