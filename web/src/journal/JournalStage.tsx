import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { Note } from "../ui/Note";
import { ColourMap } from "./ColourMap";
import { EntrySlip } from "./EntrySlip";
import { FilterBar } from "./FilterBar";
import { Near } from "./Near";
import { type Filters, nearQuery, type Order, wallQuery } from "./queries";
import { StoreView } from "./StoreView";
import { TeachesView } from "./TeachesView";
import { Wall } from "./Wall";

export type View = Order | "colour" | "store" | "teaches";

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
    <div
      className={`flex min-h-0 flex-1 flex-col lg:grid ${onWall ? "lg:grid-cols-[minmax(0,1fr)_22rem]" : ""}`}
    >
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
          <Empty />
        )}
      </main>
      {onWall && open !== null && wall && wall.total > 0 ? (
        <EntrySlip id={open} tags={wall.tags} />
      ) : onWall ? (
        <aside aria-label="The slip" className="bg-paper px-4 py-3 text-ink max-lg:hidden">
          <p className="leading-snug">
            An entry’s slip tells what it was made of, how it came out, and how to mix it again.
          </p>
        </aside>
      ) : null}
    </div>
  );
}

function Empty() {
  return (
    <div className="m-auto max-w-md bg-paper p-6 text-ink text-lg leading-snug">
      <p>
        The journal keeps itself. A pile that comes to its target, paint that is scooped for use and
        a sheet that is ticked off stand here by themselves; anything else by <b>Note it</b> on its
        slip.
      </p>
      <Link
        to="/piles/{-$pileId}"
        className="mt-3 inline-flex min-h-11 items-center bg-ink px-4 font-bold text-paper"
      >
        Mix a pile
      </Link>
    </div>
  );
}
