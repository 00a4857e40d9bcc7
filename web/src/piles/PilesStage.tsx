import { useQuery } from "@tanstack/react-query";
import type { Me } from "../api/client";
import { pileQuery, pilesQuery } from "../api/queries";
import { Note } from "../ui/Note";
import { PileBench } from "./PileBench";
import { ScrapedOff, useScraping } from "./palette/PaletteStrip";
import { NewPile } from "./targets/NewPile";

/** The stage at the palette: a pile, its target, and the smallest thing that helps. */
export default function PilesStage({ me, pileId }: { me: Me; pileId: number | null }) {
  const { data: piles = [], isPending } = useQuery(pilesQuery);
  const open = pileId ?? piles[0]?.id ?? null;
  const found = useQuery({ ...pileQuery(open ?? 0), enabled: open !== null });
  // Known here, so that a pile can be brought back also once another has taken its place.
  const scraping = useScraping();
  if (found.data)
    return <PileBench key={found.data.id} me={me} pile={found.data} scraping={scraping} />;
  return (
    <div className="flex min-h-0 flex-1 flex-col bg-stage">
      <ScrapedOff scraping={scraping} className="m-4 bg-slate px-4 py-2 text-chalk" />
      {found.error ? (
        <div className="m-8">
          <Note>{found.error.message}</Note>
        </div>
      ) : isPending || open !== null ? (
        <p className="m-8">Fetching the pile …</p>
      ) : (
        <div className="m-auto flex w-full max-w-3xl flex-col bg-paper pt-4 text-ink">
          <p className="px-7 text-lg leading-snug">
            A pile has a target: the colour you want to hit. Say what it is; the first additions are
            told, and what is wrong after each.
          </p>
          <NewPile />
        </div>
      )}
    </div>
  );
}
