import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { Copy, FileUp, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { api, got, type PaintingSummary, type PaletteLook } from "../api/client";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { EMPTY_PAINTING, requestOf } from "./draft";
import { paintingQuery, paintingsQuery } from "./queries";

/** Begin a painting, or take in one that was exported; either is opened then. */
export function NewPainting({ onOpen }: { onOpen?: () => void }) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const begin = useMutation({
    mutationFn: async (file: File | null) => {
      if (file) {
        // What is no JSON is refused by the server, in its words.
        const text = await file.text();
        return got(
          api.POST("/api/paintings/import", {
            body: text as never,
            bodySerializer: (body) => body as unknown as string,
            headers: { "Content-Type": "application/json" },
          }),
        );
      }
      const { name, measure, request } = EMPTY_PAINTING;
      const body = { name, measure, request: requestOf(request, "D65"), revision: null };
      return got(api.POST("/api/paintings", { body }));
    },
    onSuccess: (painting) => {
      cache.setQueryData(paintingQuery(painting.id).queryKey, painting);
      cache.invalidateQueries({ queryKey: paintingsQuery.queryKey, exact: true });
      // Tubes may have come with it.
      cache.invalidateQueries({ queryKey: ["tubes"] });
      navigate({
        to: "/paintings/{-$paintingId}",
        params: { paintingId: String(painting.id) },
      });
      onOpen?.();
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        <Button look="solid" disabled={begin.isPending} onClick={() => begin.mutate(null)}>
          <Plus aria-hidden="true" size={18} /> A new painting
        </Button>
        <label className="flex min-h-11 cursor-pointer items-center gap-2 px-3 ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black">
          <FileUp aria-hidden="true" size={18} />
          {begin.isPending ? "Taking it in …" : "Take one in …"}
          <input
            type="file"
            accept="application/json,.json"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) begin.mutate(file);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      {begin.error && <Note>{begin.error.message}</Note>}
    </div>
  );
}

/** The kept paintings, found by their palettes. */
export function Shelf({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { data: paintings = [], isPending, error } = useQuery({ ...paintingsQuery, enabled: open });
  const [thrown, setThrown] = useState<PaintingSummary | null>(null);
  const cache = useQueryClient();
  const refresh = () => cache.invalidateQueries({ queryKey: paintingsQuery.queryKey, exact: true });
  const path = (painting: PaintingSummary) => ({
    params: { path: { painting_id: painting.id } },
  });
  const throwAway = useMutation({
    mutationFn: (painting: PaintingSummary) =>
      got(api.DELETE("/api/paintings/{painting_id}", path(painting))),
    onSuccess: (_, painting) => setThrown(painting),
    onSettled: refresh,
  });
  const bringBack = useMutation({
    mutationFn: (painting: PaintingSummary) =>
      got(api.POST("/api/paintings/{painting_id}/restore", path(painting))),
    onSuccess: () => setThrown(null),
    onSettled: refresh,
  });
  const duplicate = useMutation({
    mutationFn: (painting: PaintingSummary) =>
      got(api.POST("/api/paintings/{painting_id}/copy", path(painting))),
    onSettled: refresh,
  });
  const trouble = error ?? throwAway.error ?? bringBack.error ?? duplicate.error;
  return (
    <Panel open={open} onClose={onClose} title="Paintings" wide>
      <NewPainting onOpen={onClose} />
      {trouble && <Note>{trouble.message}</Note>}
      {thrown && (
        <p className="my-2 flex items-center justify-between gap-3 bg-paper-deep p-2 pl-4">
          <span>“{thrown.title}” is thrown away.</span>
          <Button look="paper" onClick={() => bringBack.mutate(thrown)}>
            Bring it back
          </Button>
        </p>
      )}
      <ul className="flex flex-col gap-3 py-3">
        {paintings.map((painting) => (
          <li key={painting.id} className="flex items-end gap-2">
            <Link
              to="/paintings/{-$paintingId}"
              params={{ paintingId: String(painting.id) }}
              onClick={onClose}
              className="min-w-0 flex-1"
            >
              <b className="block truncate pb-1 leading-tight">{painting.title}</b>
              <PaletteStrip palette={painting.palette} className="h-12" />
            </Link>
            <Button
              look="paper"
              aria-label={`Duplicate ${painting.title}`}
              onClick={() => duplicate.mutate(painting)}
            >
              <Copy aria-hidden="true" size={18} />
            </Button>
            <Button
              look="paper"
              aria-label={`Throw away ${painting.title}`}
              onClick={() => throwAway.mutate(painting)}
            >
              <Trash2 aria-hidden="true" size={18} />
            </Button>
          </li>
        ))}
      </ul>
      {isPending && <p className="py-4">Fetching your paintings …</p>}
    </Panel>
  );
}

/** A kept palette as touching fields, each as wide as its share of the surface. */
export function PaletteStrip({
  palette,
  className = "",
}: {
  palette: readonly PaletteLook[];
  className?: string;
}) {
  if (palette.length === 0)
    return <span className={`hatched block bg-stage ${className}`}>Not finished yet</span>;
  return (
    <span aria-hidden="true" className={`flex bg-stage ${className}`}>
      {palette.map((look, i) => (
        <Swatch
          // biome-ignore lint/suspicious/noArrayIndexKey: a passage is its place
          key={i}
          colour={look.look}
          className="h-full min-w-1.5"
          style={{ flexGrow: Math.max(look.area, 0.005) }}
        />
      ))}
    </span>
  );
}
