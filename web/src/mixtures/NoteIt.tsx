import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { NotebookPen } from "lucide-react";
import { useEffect, useRef } from "react";
import { ask } from "../api/client";
import type { TubeMixture, Viewing } from "../api/schema";
import { newToken } from "../api/token";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

/** One tap that puts a mixture into the journal, from any slip. */
export function NoteIt({
  mixture,
  viewing,
  className = "",
}: {
  mixture: TubeMixture;
  viewing?: Partial<Viewing>;
  className?: string;
}) {
  const cache = useQueryClient();
  // What is sent again because no answer came is noted once.
  const token = useRef(newToken());
  const note = useMutation({
    retry: 2,
    mutationFn: () =>
      ask("POST /api/journal/notes", {
        body: {
          mixture,
          viewing: { ...PLAIN, ...viewing },
          name: "",
          note: "",
          tags: [],
          token: token.current,
        },
      }),
    onSuccess: () => {
      token.current = newToken();
      cache.invalidateQueries({ queryKey: ["journal"] });
    },
  });
  const { reset } = note;
  const told = JSON.stringify(mixture);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another mixture is not noted yet
  useEffect(() => {
    token.current = newToken();
    reset();
  }, [told, reset]);
  if (note.data)
    return (
      <Link
        to="/journal/{-$entryId}"
        params={{ entryId: String(note.data.id) }}
        className={`flex min-h-11 items-center justify-center gap-2 px-3 underline underline-offset-4 ${className}`}
      >
        <NotebookPen aria-hidden="true" size={18} />
        {note.data.mixings.length > 1 ? `Noted: mixed ${note.data.mixings.length} times` : "Noted"}
      </Link>
    );
  return (
    <>
      <Button
        look="paper"
        className={`whitespace-nowrap ${className}`}
        disabled={note.isPending}
        onClick={() => note.mutate()}
      >
        <NotebookPen aria-hidden="true" size={18} /> Note it
      </Button>
      {note.error && <Note>{note.error.message}</Note>}
    </>
  );
}

const PLAIN: Viewing = { medium: "opaque", finish: "satin", light: "D65", ground: "bright white" };
