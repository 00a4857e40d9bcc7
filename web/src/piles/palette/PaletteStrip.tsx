import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { ask } from "../../api/client";
import { pilesQuery } from "../../api/queries";
import type { PileOut, PileSummaryOut } from "../../api/schema";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";

/** Scraping piles off the palette, and bringing back the one scraped off last. */
export function useScraping() {
  const [scraped, setScraped] = useState<{ id: number; name: string } | null>(null);
  const cache = useQueryClient();
  const refresh = () => cache.invalidateQueries({ queryKey: pilesQuery.queryKey });
  const scrape = useMutation({
    mutationFn: (of: { id: number; name: string }) =>
      ask("DELETE /api/piles/{key}", { key: of.id }),
    onSuccess: (_, of) => setScraped(of),
    onSettled: refresh,
  });
  const restore = useMutation({
    mutationFn: (key: number) => ask("POST /api/piles/{key}/restore", { key }),
    onSuccess: () => setScraped(null),
    onSettled: refresh,
  });
  return { scraped, scrape: scrape.mutate, restore: restore.mutate };
}

export type Scraping = ReturnType<typeof useScraping>;

export function ScrapedOff({ scraping, className }: { scraping: Scraping; className: string }) {
  const { scraped, restore } = scraping;
  if (!scraped) return null;
  return (
    <span className={`flex items-center gap-2 ${className}`}>
      “{scraped.name}” is scraped off.
      <Button onClick={() => restore(scraped.id)}>Bring it back</Button>
    </span>
  );
}

/** What lies on the palette, known by its colours: piles beside their target, pots and let-downs. */
export function PaletteStrip({
  pile,
  scraping,
  onNew,
}: {
  pile: PileOut;
  scraping: Scraping;
  onNew: () => void;
}) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const navigate = useNavigate();
  return (
    <nav
      aria-label="Piles on the palette"
      className="flex min-w-0 flex-1 items-center gap-1 max-md:flex-wrap"
    >
      <span className="flex min-w-0 gap-1 overflow-x-auto p-0.5">
        {piles.map((each) => (
          <PileChip key={each.id} pile={each} open={each.id === pile.id} />
        ))}
      </span>
      <Button className="shrink-0" onClick={onNew}>
        <Plus aria-hidden="true" size={18} /> New pile
      </Button>
      <Button
        aria-label={`Scrape ${pile.name} off`}
        onClick={() => {
          scraping.scrape({ id: pile.id, name: pile.name });
          navigate({ to: "/piles/{-$pileId}", params: { pileId: undefined } });
        }}
      >
        <Trash2 aria-hidden="true" size={18} />
      </Button>
      <ScrapedOff scraping={scraping} className="" />
    </nav>
  );
}

/** A pot is round, as a jar seen from above. */
function PileChip({ pile, open }: { pile: PileSummaryOut; open: boolean }) {
  const shape = pile.kind === "pot" ? "w-11 rounded-full overflow-hidden" : "w-14";
  const word = pile.kind === "pile" ? "" : ` (${pile.kind})`;
  return (
    <Link
      to="/piles/{-$pileId}"
      params={{ pileId: String(pile.id) }}
      aria-label={`${pile.name}${word}`}
      title={`${pile.name}${word}`}
      className={`flex h-11 shrink-0 ${shape} ${open ? "ring-2 ring-chalk" : ""}`}
    >
      {pile.look ? (
        <Swatch colour={pile.look} className="flex-1" />
      ) : (
        <span aria-hidden="true" className="hatched flex-1" />
      )}
      {pile.target && <Swatch colour={pile.target} className="flex-1" />}
    </Link>
  );
}
