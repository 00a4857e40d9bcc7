import { type UseQueryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Copy, LibraryBig, Trash2 } from "lucide-react";
import { type ComponentType, type ReactNode, useState } from "react";
import { ask } from "../api/client";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";

export interface Shelved {
  id: number;
}

/** One kind of thing that is kept: where it comes from, what it is called, and what it looks like. */
export interface ShelfOf<T extends Shelved> {
  /** "sheet", of which there are "sheets". */
  noun: string;
  query: UseQueryOptions<T[], Error, T[], string[]>;
  nameOf: (thing: T) => string;
  /** All that it is found by. */
  wordsOf: (thing: T) => string;
  findBy: string;
  Face: ComponentType<{ thing: T }>;
  /** The way to one of them. */
  Way: ComponentType<{ thing: T; onClick: () => void; className: string; children: ReactNode }>;
  path: "/api/scales" | "/api/paintings";
}

/** Whether every word stands somewhere in what a thing is found by. */
export function found(text: string, words: string): boolean {
  const all = text.toLowerCase();
  return words
    .toLowerCase()
    .trim()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

export interface ShelfProps<T extends Shelved> {
  of: ShelfOf<T>;
  title: string;
  open: boolean;
  onClose: () => void;
  /** How a new one is begun. */
  begin?: ReactNode;
  /** What is said where nothing stands here yet. */
  empty: string;
  only?: (thing: T) => boolean;
  /** Choose one instead of opening it. */
  onChoose?: (id: number) => void;
  /** What is open on the stage, and what is done once the shelf is left and that was thrown away. */
  opened?: number | null;
  onGone?: () => void;
}

/** What is kept of one kind, found by what it looks like; or one of it, to be chosen. */
export function Shelf<T extends Shelved>({
  of,
  title,
  open,
  onClose,
  begin,
  empty,
  only = () => true,
  onChoose,
  opened = null,
  onGone,
}: ShelfProps<T>) {
  const { data, isPending, error } = useQuery({ ...of.query, enabled: open });
  const [words, setWords] = useState("");
  const [thrown, setThrown] = useState<T | null>(null);
  const [gone, setGone] = useState<readonly number[]>([]);
  const cache = useQueryClient();
  const refresh = () => cache.invalidateQueries({ queryKey: of.query.queryKey, exact: true });
  // One after the other: what is brought back and thrown away again is thrown away.
  const inOrder = { scope: { id: `shelf ${of.query.queryKey.join(" ")}` } };
  const throwAway = useMutation({
    ...inOrder,
    mutationFn: (thing: T) => ask(`DELETE ${of.path}/{key}`, { key: thing.id }),
    onSuccess: (_, thing) => {
      setThrown(thing);
      setGone((now) => [...now, thing.id]);
    },
    onSettled: refresh,
  });
  const bringBack = useMutation({
    ...inOrder,
    mutationFn: (thing: T) => ask(`POST ${of.path}/{key}/restore`, { key: thing.id }),
    onSuccess: (_, thing) => {
      setThrown(null);
      setGone((now) => now.filter((id) => id !== thing.id));
    },
    onSettled: refresh,
  });
  const duplicate = useMutation({
    mutationFn: (thing: T) =>
      ask(`POST ${`${of.path}/{key}/copy` as "/api/scales/{key}/copy"}`, { key: thing.id }),
    onSettled: refresh,
  });
  const trouble = error ?? throwAway.error ?? bringBack.error ?? duplicate.error;
  const things = (data ?? []).filter(only);
  const shown = things.filter((thing) => found(of.wordsOf(thing), words));
  const leave = () => {
    onClose();
    setThrown(null);
    setGone([]);
    if (opened !== null && gone.includes(opened)) onGone?.();
  };
  return (
    <Panel open={open} onClose={leave} title={title} wide>
      <div className="sticky top-0 z-10 flex flex-wrap gap-2 bg-paper py-2">
        <input
          type="search"
          aria-label={`Find a ${of.noun}`}
          placeholder={`Find by ${of.findBy}`}
          value={words}
          maxLength={80}
          onChange={(event) => setWords(event.target.value)}
          className="min-h-11 min-w-48 flex-1 bg-white px-3 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
        />
        {begin}
      </div>
      {trouble && <Note>{trouble.message}</Note>}
      {thrown && (
        <p className="my-2 flex items-center justify-between gap-3 bg-paper-deep p-2 pl-4">
          <span>“{of.nameOf(thrown)}” is thrown away.</span>
          <Button look="paper" onClick={() => bringBack.mutate(thrown)}>
            Bring it back
          </Button>
        </p>
      )}
      <ul className="flex flex-col gap-3 py-2">
        {shown.map((thing) => (
          <li key={thing.id} className="flex items-end gap-2">
            {onChoose ? (
              <button
                type="button"
                className="min-w-0 flex-1 text-left"
                onClick={() => onChoose(thing.id)}
              >
                <of.Face thing={thing} />
              </button>
            ) : (
              <>
                <of.Way thing={thing} onClick={onClose} className="min-w-0 flex-1">
                  <of.Face thing={thing} />
                </of.Way>
                <Button
                  look="paper"
                  aria-label={`Duplicate ${of.nameOf(thing)}`}
                  onClick={() => duplicate.mutate(thing)}
                >
                  <Copy aria-hidden="true" size={18} />
                </Button>
                <Button
                  look="paper"
                  aria-label={`Throw away ${of.nameOf(thing)}`}
                  onClick={() => throwAway.mutate(thing)}
                >
                  <Trash2 aria-hidden="true" size={18} />
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {isPending && <p className="py-4">Fetching your {of.noun}s …</p>}
      {data && things.length === 0 && <p className="py-4">{empty}</p>}
      {things.length > 0 && shown.length === 0 && (
        <p className="py-4">
          No {of.noun} fits “{words}”. Try {of.findBy}.
        </p>
      )}
    </Panel>
  );
}

/** The way to the shelf. */
export function ShelfButton({ of, onClick }: { of: { noun: string }; onClick: () => void }) {
  return (
    <Button aria-label={`Saved ${of.noun}s`} onClick={onClick}>
      <LibraryBig aria-hidden="true" size={18} /> Saved
    </Button>
  );
}
