import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Settings2 } from "lucide-react";
import { useState } from "react";
import { ask } from "../api/client";
import { boxesQuery, tubesThat } from "../api/queries";
import type { BoxOut } from "../api/schema";
import { Chip } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { Select } from "../ui/Select";
import { TextField } from "../ui/TextField";
import { useTubeChanges } from "./useTubes";

const ALL = "all";

/** Which box or selection is on the desk, and how each is filled. */
export function Boxes() {
  const { data } = useQuery(boxesQuery);
  const [editing, setEditing] = useState<BoxOut | "new" | null>(null);
  const cache = useQueryClient();
  const { refresh } = useTubeChanges();
  const choose = useMutation({
    mutationFn: (box: number | null) => ask("PUT /api/desk", { body: { box } }),
    onSuccess: (now) => cache.setQueryData(boxesQuery.queryKey, now),
    onSettled: refresh,
  });
  const boxes = data?.boxes ?? [];
  const current = boxes.find((box) => box.id === data?.current) ?? null;
  return (
    <>
      <Select
        label="On the desk"
        options={[
          [ALL, "All tubes"] as const,
          ...boxes.map(
            (box) => [String(box.id), box.selection ? `For ${box.name}` : box.name] as const,
          ),
        ]}
        value={current ? String(current.id) : ALL}
        onChoose={(id) => choose.mutate(id === ALL ? null : Number(id))}
        className="font-bold"
      />
      {current && (
        <Button aria-label={`Change ${current.name}`} onClick={() => setEditing(current)}>
          <Settings2 aria-hidden="true" size={18} />
        </Button>
      )}
      <Button onClick={() => setEditing("new")}>New box</Button>
      {editing && (
        <BoxPanel
          box={editing === "new" ? null : editing}
          onClose={() => setEditing(null)}
          onMade={(id) => choose.mutate(id)}
        />
      )}
    </>
  );
}

function BoxPanel({
  box,
  onClose,
  onMade,
}: {
  box: BoxOut | null;
  onClose: () => void;
  onMade: (id: number) => void;
}) {
  const { data: tubes = [] } = useQuery(tubesThat("all"));
  const [name, setName] = useState(box?.name ?? "");
  const [selection, setSelection] = useState(box?.selection ?? false);
  const [held, setHeld] = useState<readonly number[]>(box?.tubes ?? []);
  const { refresh } = useTubeChanges();
  const save = useMutation({
    mutationFn: () => {
      const body = { name, selection, tubes: [...held] };
      return box
        ? ask("PUT /api/boxes/{box_id}", { box_id: box.id, body })
        : ask("POST /api/boxes", { body });
    },
    onSuccess: (kept) => {
      if (!box) onMade(kept.id);
      onClose();
    },
    onSettled: refresh,
  });
  const apart = useMutation({
    mutationFn: (id: number) => ask("DELETE /api/boxes/{box_id}", { box_id: id }),
    onSuccess: onClose,
    onSettled: refresh,
  });
  const error = save.error ?? apart.error;
  return (
    <Panel open onClose={onClose} title={box ? "Change the box" : "A new box"} wide>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <TextField
          label="Name"
          value={name}
          most={120}
          placeholder="Studio, travel, class …"
          onChange={setName}
        />
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={selection}
            onChange={(event) => setSelection(event.target.checked)}
            className="size-7 accent-ink"
          />
          A selection for one painting
        </label>
        <fieldset>
          <legend className="font-bold">
            Tubes in it: {held.length} of {tubes.length}
          </legend>
          <ul className="grid grid-cols-1 sm:grid-cols-2">
            {tubes.map((tube) => (
              <li key={tube.id}>
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    checked={held.includes(tube.id)}
                    onChange={() =>
                      setHeld(
                        held.includes(tube.id)
                          ? held.filter((id) => id !== tube.id)
                          : [...held, tube.id],
                      )
                    }
                    className="size-7 accent-ink"
                  />
                  <Chip
                    masstone={tube.paint.masstone}
                    tint={tube.paint.tint}
                    className="h-8 w-14 shrink-0"
                  />
                  {tube.label}
                </label>
              </li>
            ))}
          </ul>
        </fieldset>
        {error && <Note>{error.message}</Note>}
        <div className="flex gap-2">
          <Button look="solid" type="submit" disabled={save.isPending}>
            {box ? "Keep it so" : "Make the box"}
          </Button>
          {box && (
            <Button look="paper" onClick={() => apart.mutate(box.id)}>
              Take it apart; its tubes stay
            </Button>
          )}
        </div>
      </form>
    </Panel>
  );
}
