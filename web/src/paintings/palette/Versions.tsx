import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { type FormEvent, useState } from "react";
import { ask } from "../../api/client";
import type { VersionOut } from "../../api/schema";
import { NAME_LENGTH } from "../../keeping/useKept";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { TextField } from "../../ui/TextField";
import { requestOfVersion } from "../draft";
import { keptPaintingQuery } from "../queries";
import type { OpenPainting } from "../usePainting";
import { PaletteStrip } from "./PaletteStrip";

const without = (versions: readonly VersionOut[], { id }: VersionOut) =>
  versions.filter((each) => each.id !== id);

/** Versions of the palette: named, held against the one on the bench, and gone back to. */
export function Versions({ painting }: { painting: OpenPainting }) {
  const [name, setName] = useState("");
  const [thrown, setThrown] = useState<VersionOut | null>(null);
  const { id, saved } = painting;
  const cache = useQueryClient();
  const query = keptPaintingQuery(id ?? 0, saved?.revision ?? 0);
  // Each version is told against what is kept now, so they are asked for at every revision.
  const { data: kept } = useQuery({
    ...query,
    enabled: id !== null && painting.status === "kept",
    placeholderData: keepPreviousData,
  });
  const versions = kept?.versions ?? [];
  const show = (to: (versions: VersionOut[]) => VersionOut[]) =>
    cache.setQueryData(query.queryKey, (was) => was && { ...was, versions: to(was.versions) });
  const keep = useMutation({
    mutationFn: () => ask("POST /api/paintings/{key}/versions", { key: id ?? 0, body: { name } }),
    onSuccess: (version) => {
      show((now) => [version, ...without(now, version)]);
      setName("");
    },
  });
  const throwAway = useMutation({
    mutationFn: (version: VersionOut) =>
      ask("DELETE /api/paintings/versions/{key}", { key: version.id }),
    onSuccess: (_, version) => {
      show((now) => without(now, version));
      setThrown(version);
    },
  });
  const bringBack = useMutation({
    mutationFn: (version: VersionOut) =>
      ask("POST /api/paintings/versions/{key}/restore", { key: version.id }),
    onSuccess: (_, version) => {
      // It may have been asked for meanwhile, and be there already.
      show((now) => [...without(now, version), version].sort((a, b) => b.id - a.id));
      setThrown(null);
    },
  });
  const trouble = keep.error ?? throwAway.error ?? bringBack.error;
  const ready = painting.status === "kept" && (kept?.palette.length ?? 0) > 0;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (ready) keep.mutate();
  };
  return (
    <section aria-label="Versions" className="border-ink border-t-2 px-4 py-2">
      <h2 className="font-bold">Versions</h2>
      <form onSubmit={submit} className="flex items-end gap-2">
        <TextField
          label="Name the palette as it is"
          value={name}
          most={NAME_LENGTH}
          placeholder="all through blue …"
          onChange={setName}
          className="min-w-0 flex-1"
        />
        <Button look="paper" type="submit" disabled={!ready || keep.isPending}>
          Keep it
        </Button>
      </form>
      {trouble && <Note>{trouble.message}</Note>}
      {thrown && (
        <p className="mt-2 flex items-center justify-between gap-2 bg-paper-deep pl-2 leading-tight">
          “{thrown.title}” is thrown away.
          <Button look="paper" onClick={() => bringBack.mutate(thrown)}>
            Bring it back
          </Button>
        </p>
      )}
      <ul className="flex flex-col gap-2 pt-2">
        {kept && versions.length > 0 && (
          <li className="leading-tight">
            On the bench
            <PaletteStrip palette={kept.palette} className="h-9" />
          </li>
        )}
        {versions.map((version) => (
          <li key={version.id} className="leading-tight">
            <PaletteStrip palette={version.palette} className="h-9" />
            <span className="flex items-center gap-2">
              <span className="min-w-0 flex-1">
                <b className="block truncate">{version.title}</b>
                <span className="block text-sm">{version.says}</span>
              </span>
              <Button look="paper" onClick={() => painting.set(() => requestOfVersion(version))}>
                Go back to it
              </Button>
              <Button
                look="paper"
                aria-label={`Throw away ${version.title}`}
                onClick={() => throwAway.mutate(version)}
              >
                <Trash2 aria-hidden="true" size={18} />
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
