import { useMutation } from "@tanstack/react-query";
import { FileUp } from "lucide-react";
import { type DragEvent, type ReactNode, useId, useState } from "react";
import { Problem } from "../api/problem";
import { upload } from "../api/upload";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";

/** A file is looked into first, and then taken whole, or not at all. */
export function FilePanel<Row>({
  title,
  asks,
  accept,
  look,
  take,
  row,
  beside,
  asking,
  onClose,
  onTaken,
}: {
  title: string;
  asks: string;
  accept: string;
  /** Where a file is looked into, and where it is taken. */
  look: string;
  take: string;
  row: (found: Row) => ReactNode;
  /** What is asked about what was found, and what of it goes along with the file. */
  asking?: (found: readonly Row[]) => ReactNode;
  beside?: Record<string, string>;
  onClose: () => void;
  onTaken: () => void;
}) {
  const field = useId();
  const [file, setFile] = useState<File | null>(null);
  const looking = useMutation({ mutationFn: (chosen: File) => upload<Row[]>(look, chosen) });
  const taking = useMutation({
    mutationFn: (chosen: File) => upload(take, chosen, beside),
    onSuccess: () => {
      onTaken();
      onClose();
    },
  });
  const choose = (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(chosen);
    taking.reset();
    looking.mutate(chosen);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    choose(event.dataTransfer.files[0]);
  };
  const error = looking.error ?? taking.error;
  const faults = error instanceof Problem ? error.faults : [];
  return (
    <Panel open onClose={onClose} title={title} wide>
      <p>{asks}</p>
      <label
        htmlFor={field}
        onDragOver={(event) => event.preventDefault()}
        onDrop={drop}
        className="my-3 flex min-h-24 cursor-pointer items-center justify-center gap-3 border-2 border-ink/50 border-dashed p-4 focus-within:outline-3 focus-within:outline-black"
      >
        <FileUp aria-hidden="true" size={20} />
        {file ? file.name : "Drop a file here, or choose one"}
        <input
          id={field}
          type="file"
          accept={accept}
          onChange={(event) => choose(event.target.files?.[0])}
          className="sr-only"
        />
      </label>
      {looking.isPending && <p>Looking into it …</p>}
      {error && (
        <div role="alert" className="border-ink border-l-4 bg-paper-deep p-3">
          <p className="font-bold">Nothing was taken from the file.</p>
          {faults.length > 0 ? (
            <ul>
              {faults.map((fault) => (
                <li key={`${fault.line} ${fault.says}`}>
                  {fault.line > 0 && <b>Line {fault.line}: </b>}
                  {fault.says}
                </li>
              ))}
            </ul>
          ) : (
            <p>{error.message}</p>
          )}
        </div>
      )}
      {looking.data && !looking.error && (
        <>
          {asking?.(looking.data)}
          <ul className="divide-y divide-ink/20">
            {looking.data.map((found, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place in the file
              <li key={i} className="flex min-h-9 items-center gap-2 py-1">
                {row(found)}
              </li>
            ))}
          </ul>
          {looking.data.length === 0 && <Note>There is nothing in it.</Note>}
          <Button
            look="solid"
            className="mt-3"
            disabled={!file || taking.isPending || looking.data.length === 0}
            onClick={() => file && taking.mutate(file)}
          >
            Take all {looking.data.length}
          </Button>
        </>
      )}
    </Panel>
  );
}
