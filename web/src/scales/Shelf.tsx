import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { LibraryBig, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { api, got, type SavedScale } from "../api/client";
import { savedScalesQuery } from "../api/queries";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { Swatch } from "../ui/Swatch";

/** The saved scales, found by what they look like. */
export function Shelf({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { data: scales = [], isPending, error } = useQuery({ ...savedScalesQuery, enabled: open });
  const [thrown, setThrown] = useState<SavedScale | null>(null);
  const cache = useQueryClient();
  const navigate = useNavigate();
  const refresh = () => cache.invalidateQueries({ queryKey: savedScalesQuery.queryKey });
  const path = (scale: SavedScale) => ({ params: { path: { scale_id: scale.id } } });
  const throwAway = useMutation({
    mutationFn: (scale: SavedScale) => got(api.DELETE("/api/scales/{scale_id}", path(scale))),
    onSuccess: (_, scale) => setThrown(scale),
    onSettled: refresh,
  });
  const bringBack = useMutation({
    mutationFn: (scale: SavedScale) => got(api.POST("/api/scales/{scale_id}/restore", path(scale))),
    onSuccess: () => setThrown(null),
    onSettled: refresh,
  });
  const trouble = error ?? throwAway.error ?? bringBack.error;
  return (
    <Panel open={open} onClose={onClose} title="Saved scales" wide>
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
        {scales.map((scale) => (
          <li key={scale.id} className="flex items-end gap-3">
            <Link
              to="/scales/$scaleId"
              params={{ scaleId: String(scale.id) }}
              onClick={onClose}
              className="min-w-0 flex-1"
            >
              <span className="flex justify-between gap-4 pb-1 leading-tight">
                <b className="truncate">{scale.name}</b>
                <span className="shrink-0 text-ink-soft text-sm">{scale.miss}</span>
              </span>
              <span aria-hidden="true" className="flex h-12 bg-stage">
                {scale.steps.map((step, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the row
                  <Swatch key={i} colour={step} notched className="flex-1" />
                ))}
              </span>
            </Link>
            <Button
              look="paper"
              aria-label={`Throw away ${scale.name}`}
              onClick={() => throwAway.mutate(scale)}
            >
              <Trash2 aria-hidden="true" size={18} />
            </Button>
          </li>
        ))}
      </ul>
      {isPending && <p className="py-4">Fetching your scales …</p>}
      {!isPending && scales.length === 0 && !error && (
        <p className="py-4">
          Nothing is saved yet. Choose two tubes, look at the steps, name the scale on the slip and
          save it.
        </p>
      )}
      <Button
        look="solid"
        className="mt-2"
        onClick={() => {
          onClose();
          navigate({ to: "/scales" });
        }}
      >
        <Plus aria-hidden="true" size={18} /> New scale
      </Button>
    </Panel>
  );
}

/** The way to the shelf. */
export function ShelfButton({ onClick }: { onClick: () => void }) {
  return (
    <Button look="paper" className="w-full" onClick={onClick}>
      <LibraryBig aria-hidden="true" size={18} /> Saved scales
    </Button>
  );
}
