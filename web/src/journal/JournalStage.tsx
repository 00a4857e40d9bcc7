import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask } from "../api/client";
import { tubesQuery } from "../api/queries";
import { DEFAULTS } from "../api/tables";
import { newToken } from "../api/token";
import { Hint } from "../help/Hint";
import { examplePair } from "../mixtures/examples";
import { Tray } from "../mixtures/Tray";
import { Empty, FILL_THE_BOX } from "../ui/Empty";
import { Note } from "../ui/Note";
import { ColourMap } from "./ColourMap";
import { EntrySlip } from "./EntrySlip";
import { FilterBar } from "./FilterBar";
import { Near } from "./Near";
import { type Filters, nearQuery, type Order, type View, wallQuery } from "./queries";
import { StoreView } from "./StoreView";
import { TeachesView } from "./TeachesView";
import { Wall } from "./Wall";

/** The logbook of the studio: found by looking, and what it teaches. */
export default function JournalStage({ entryId }: { entryId: number | null }) {
  const [view, setView] = useState<View>("day");
  const [filters, setFilters] = useState<Filters>({});
  const [colour, setColour] = useState("");
  const navigate = useNavigate();
  const order: Order = view === "painting" || view === "tubes" ? view : "day";
  const { data: wall, error } = useQuery(wallQuery(order, filters));
  const near = useQuery({ ...nearQuery(colour, filters), enabled: colour.trim() !== "" });
  const openEntry = (id: number) =>
    navigate({ to: "/journal/{-$entryId}", params: { entryId: String(id) } });
  const seek = (text: string) => {
    setColour(text);
    if (text.trim()) navigate({ to: "/journal/{-$entryId}", params: { entryId: undefined } });
  };
  const filtered = Object.keys(filters).length > 0;
  const sought = colour.trim() !== "";
  // What is looked for lies on the slip as soon as it is found.
  const front = sought ? near.data?.[0] : wall?.first[0];
  const open = entryId ?? front?.id ?? null;
  const onWall = view !== "store" && view !== "teaches";
  return (
    <div className={`room ${onWall ? "[--slip:22rem]" : "[--slip:0]"}`}>
      <Tray
        inUse={[]}
        hint="Tap a tube: what was mixed near it."
        onPick={({ paint }) => {
          if (!onWall) setView("day");
          seek(paint.masstone.munsell);
        }}
      />
      <main className="flex min-h-0 min-w-0 flex-col bg-stage max-lg:min-h-[32rem]">
        <FilterBar
          view={view}
          onView={setView}
          filters={filters}
          onFilters={setFilters}
          colour={colour}
          onColour={seek}
          tags={wall?.tags ?? []}
        />
        <Hint name="journal" when={onWall && (wall?.total ?? 0) > 0} />
        {view === "store" ? (
          <StoreView />
        ) : view === "teaches" ? (
          <TeachesView onOpen={openEntry} />
        ) : error ? (
          <div className="m-8">
            <Note>{error.message}</Note>
          </div>
        ) : !wall ? (
          <p className="m-8">Fetching the journal …</p>
        ) : sought && near.error ? (
          <div className="m-8">
            <Note>{near.error.message}</Note>
          </div>
        ) : sought && near.data ? (
          <Near found={near.data} open={open} onOpen={openEntry} />
        ) : wall.total > 0 && view === "colour" ? (
          <ColourMap filters={filters} open={open} onOpen={openEntry} onNear={seek} />
        ) : wall.total > 0 ? (
          <Wall told={wall} order={order} filters={filters} open={open} onOpen={openEntry} />
        ) : filtered ? (
          <p className="m-auto max-w-md bg-paper p-6 text-ink text-lg leading-snug">
            Nothing in the journal fits all of this. Take a filter away.
          </p>
        ) : (
          <NothingMixed />
        )}
      </main>
      {onWall && open !== null && wall && wall.total > 0 ? (
        <EntrySlip id={open} tags={wall.tags} />
      ) : onWall ? (
        <aside aria-label="The slip" className="bg-paper px-4 py-3 text-ink max-lg:hidden">
          <p className="leading-snug">
            Tap a swatch: what it was made of, and how to mix it again.
          </p>
        </aside>
      ) : null}
    </div>
  );
}

/** Before anything was mixed: what comes here by itself, and an entry to try. */
function NothingMixed() {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const cache = useQueryClient();
  const pair = examplePair(tubes);
  const note = useMutation({
    mutationFn: () =>
      ask("POST /api/journal/notes", {
        body: {
          mixture: { parts: (pair ?? []).flatMap(({ parts }) => parts), name: "" },
          viewing: DEFAULTS.Viewing,
          name: "An example",
          note: "Throw it away when you have looked at it.",
          tags: [],
          token: newToken(),
        },
      }),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["journal"] }),
  });
  return (
    <Empty
      says="The journal keeps what you mix: a pile that hits its colour, paint you scoop, a sheet you tick off."
      begin={tubes.length === 0 ? FILL_THE_BOX : { says: "Mix a pile", to: "/piles/{-$pileId}" }}
      example={pair && { says: "Note an example", does: () => note.mutate(), busy: note.isPending }}
    >
      {note.error && <Note>{note.error.message}</Note>}
    </Empty>
  );
}
