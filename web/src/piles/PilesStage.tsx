import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { pileQuery, pilesQuery, tubesQuery } from "../api/queries";
import type { Me } from "../api/schema";
import { NO_TARGET, pileFor, useBeginPiles } from "../mixtures/beginPile";
import { EmptyRoom } from "../mixtures/EmptyRoom";
import { Empty, FILL_THE_BOX } from "../ui/Empty";
import { Note } from "../ui/Note";
import { PileBench } from "./PileBench";
import { ScrapedOff, useScraping } from "./palette/PaletteStrip";
import { NewPile } from "./targets/NewPile";

/** The stage at the palette: a pile, its target, and the smallest thing that helps. */
export default function PilesStage({ me, pileId }: { me: Me; pileId: number | null }) {
  const { data: piles = [], isPending } = useQuery(pilesQuery);
  const open = pileId ?? piles[0]?.id ?? null;
  const found = useQuery({ ...pileQuery(open ?? 0), enabled: open !== null });
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [beginning, setBeginning] = useState(false);
  const begin = useBeginPiles();
  // Known here, so that a pile can be brought back also once another has taken its place.
  const scraping = useScraping();
  if (found.data)
    return <PileBench key={found.data.id} me={me} pile={found.data} scraping={scraping} />;
  return (
    <EmptyRoom hint="What you own stands here.">
      <ScrapedOff scraping={scraping} className="m-4 bg-slate px-4 py-2 text-chalk" />
      {found.error ? (
        <div className="m-8">
          <Note>{found.error.message}</Note>
        </div>
      ) : isPending || open !== null ? (
        <p className="m-8">Fetching the pile …</p>
      ) : beginning ? (
        <NewPile onCancel={() => setBeginning(false)} />
      ) : (
        <Empty
          says="A pile is mixed toward a colour you want: told what to add, and what is wrong after each."
          begin={
            tubes.length === 0
              ? FILL_THE_BOX
              : { says: "Choose a colour to hit", does: () => setBeginning(true) }
          }
          example={
            tubes.length === 0
              ? null
              : {
                  says: "Try one: a random mud",
                  does: () => begin.mutate([pileFor({ ...NO_TARGET, mud: true })]),
                  busy: begin.isPending,
                }
          }
        >
          {begin.error && <Note>{begin.error.message}</Note>}
        </Empty>
      )}
    </EmptyRoom>
  );
}
