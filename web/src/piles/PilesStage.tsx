import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { Plus, Redo2, Trash2, Undo2 } from "lucide-react";
import { useState } from "react";
import { api, got, type Pile, type Tube } from "../api/client";
import { pileQuery, pilesQuery, tubesQuery } from "../api/queries";
import { useBeginPile } from "../app/beginPile";
import { useKeys } from "../app/keys";
import { Tray } from "../tubes/Tray";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { NumberField } from "../ui/NumberField";
import { Swatch } from "../ui/Swatch";
import { TextField } from "../ui/TextField";
import { PilePlots } from "./PilePlots";
import { PileSlip } from "./PileSlip";
import { newToken, usePileEvents } from "./usePile";

/** The stage at the palette: a pile, its target, and the smallest thing that helps. */
export default function PilesStage({ pileId }: { pileId: number | null }) {
  const { data: piles = [], isPending } = useQuery(pilesQuery);
  const open = pileId ?? piles[0]?.id ?? null;
  const found = useQuery({ ...pileQuery(open ?? 0), enabled: open !== null });
  // Known here, so that a pile can be brought back also once another has taken its place.
  const scraping = useScraping();
  if (found.data) return <Palette key={found.data.id} pile={found.data} scraping={scraping} />;
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
        <div className="m-auto w-full max-w-md bg-paper p-6">
          <p className="pb-4 text-lg leading-snug">
            A pile has a target: the colour you want to hit. Say what it is; the first additions are
            told, and what is wrong after each.
          </p>
          <BeginPile />
        </div>
      )}
    </div>
  );
}

/** A new pile for a colour; where another is open, one can go back to that. */
function BeginPile({ onCancel }: { onCancel?: () => void }) {
  const begin = useBeginPile();
  const [colour, setColour] = useState("");
  const [name, setName] = useState("");
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        begin.mutate({
          name,
          target: { name: "", colour, mixture: null },
          start: null,
          volume_ml: 5,
        });
      }}
    >
      <TextField
        label="Colour to hit"
        value={colour}
        most={60}
        placeholder="5YR 4/2, 45 8 12 or #7a7a7a"
        onChange={setColour}
      />
      <TextField
        label="What it is for"
        value={name}
        most={120}
        placeholder="a fog bank, wet mud …"
        onChange={setName}
      />
      {begin.error && <Note>{begin.error.message}</Note>}
      <span className="flex gap-2">
        <Button
          look="solid"
          type="submit"
          className="flex-1"
          disabled={begin.isPending || !colour.trim()}
        >
          <Plus aria-hidden="true" size={18} /> Begin the pile
        </Button>
        {onCancel && (
          <Button look="paper" onClick={onCancel}>
            Not now
          </Button>
        )}
      </span>
    </form>
  );
}

function Palette({ pile, scraping }: { pile: Pile; scraping: Scraping }) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [tube, setTube] = useState<number | null>(null);
  const [volume, setVolume] = useState(1);
  const [beginning, setBeginning] = useState(false);
  const events = usePileEvents(pile.id);
  const chosen: Tube | undefined = tubes.find((each) => each.id === tube);
  const add = (id: number, volume_ml: number) =>
    events.mutate({ kind: "add", tube: id, volume_ml, token: newToken() });
  const back = (kind: "take back" | "bring back") =>
    events.mutate({ kind, tube: null, volume_ml: null, token: newToken() });
  useKeys([
    { key: "Ctrl+z", says: "Take back", act: () => pile.steps.length && back("take back") },
    { key: "Ctrl+Shift+z", says: "Bring back", act: () => pile.taken_back && back("bring back") },
  ]);
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[12rem_minmax(0,1fr)_20rem]">
      <Tray
        inUse={[tube, ...pile.steps.map((step) => step.tube)]}
        hint="Tap a tube to take paint from it."
        onPick={(each) => setTube(each.id)}
      />
      <main className="flex min-h-0 min-w-0 flex-col bg-stage">
        <div className="flex flex-wrap items-end gap-2 bg-slate px-4 py-2 text-chalk">
          <Palettes pile={pile} scraping={scraping} onNew={() => setBeginning(!beginning)} />
          <span className="ml-auto flex gap-1">
            <Button
              look="quiet"
              aria-label="Take back"
              disabled={pile.steps.length === 0}
              onClick={() => back("take back")}
            >
              <Undo2 aria-hidden="true" size={20} />
            </Button>
            <Button
              look="quiet"
              aria-label="Bring back"
              disabled={pile.taken_back === 0}
              onClick={() => back("bring back")}
            >
              <Redo2 aria-hidden="true" size={20} />
            </Button>
          </span>
          <form
            className="flex w-full flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (chosen) add(chosen.id, volume);
            }}
          >
            <span className="flex min-h-11 min-w-56 items-center gap-2 bg-slate-deep pr-3">
              {chosen ? (
                <Swatch colour={chosen.paint.masstone} className="h-11 w-11" />
              ) : (
                <span aria-hidden="true" className="hatched h-11 w-11" />
              )}
              <b>{chosen?.label ?? "tap a tube"}</b>
            </span>
            <NumberField
              label="Amount"
              unit="ml"
              value={volume}
              least={0.001}
              most={1000}
              onChange={setVolume}
              className="w-32"
            />
            <Button type="submit" disabled={!chosen}>
              <Plus aria-hidden="true" size={18} /> Add it
            </Button>
          </form>
        </div>
        {events.error && (
          <div className="p-4">
            <Note>{events.error.message}</Note>
          </div>
        )}
        {beginning ? (
          <div className="m-auto w-full max-w-md bg-paper p-6">
            <BeginPile onCancel={() => setBeginning(false)} />
          </div>
        ) : (
          <>
            <PilePlots pile={pile} />
            <Touching pile={pile} />
          </>
        )}
      </main>
      <PileSlip pile={pile} busy={events.isPending} onAdd={add} />
    </div>
  );
}

/** The pile and its target touching, and the way the pile came. */
function Touching({ pile }: { pile: Pile }) {
  return (
    <section aria-label="The run" className="px-4 pb-3">
      <div className="flex">
        {pile.look ? (
          <Swatch colour={pile.look} notched className="h-28 flex-1" />
        ) : (
          <span aria-hidden="true" className="hatched h-28 flex-1" />
        )}
        {pile.target && <Swatch colour={pile.target} notched className="h-28 flex-1" />}
      </div>
      <p className="flex bg-paper leading-tight">
        <span className="flex-1 px-2 py-1" data-testid="pile-words">
          <b>The pile:</b>{" "}
          {pile.look
            ? `${pile.look.munsell}, ${pile.look.name}; ${pile.volume_ml.toFixed(1)} ml`
            : "nothing yet"}
        </span>
        {pile.target && (
          <span className="flex-1 px-2 py-1">
            <b>The target:</b> {pile.target.munsell}, {pile.target.name}
          </span>
        )}
      </p>
    </section>
  );
}

/** Scraping piles off the palette, and bringing back the one scraped off last. */
function useScraping() {
  const [scraped, setScraped] = useState<{ id: number; name: string } | null>(null);
  const cache = useQueryClient();
  const refresh = () => cache.invalidateQueries({ queryKey: pilesQuery.queryKey });
  const at = (id: number) => ({ params: { path: { pile_id: id } } });
  const scrape = useMutation({
    mutationFn: (of: { id: number; name: string }) =>
      got(api.DELETE("/api/piles/{pile_id}", at(of.id))),
    onSuccess: (_, of) => setScraped(of),
    onSettled: refresh,
  });
  const restore = useMutation({
    mutationFn: (id: number) => got(api.POST("/api/piles/{pile_id}/restore", at(id))),
    onSuccess: () => setScraped(null),
    onSettled: refresh,
  });
  return { scraped, scrape: scrape.mutate, restore: restore.mutate };
}

type Scraping = ReturnType<typeof useScraping>;

function ScrapedOff({ scraping, className }: { scraping: Scraping; className: string }) {
  const { scraped, restore } = scraping;
  if (!scraped) return null;
  return (
    <span className={`flex items-center gap-2 ${className}`}>
      “{scraped.name}” is scraped off.
      <Button onClick={() => restore(scraped.id)}>Bring it back</Button>
    </span>
  );
}

/** The piles on the palette, known by their colours. */
function Palettes({
  pile,
  scraping,
  onNew,
}: {
  pile: Pile;
  scraping: Scraping;
  onNew: () => void;
}) {
  const { data: piles = [] } = useQuery(pilesQuery);
  const navigate = useNavigate();
  return (
    <nav aria-label="Piles on the palette" className="flex min-w-0 flex-wrap items-center gap-1">
      <span className="flex max-w-full gap-1 overflow-x-auto p-0.5">
        {piles.map((each) => (
          <Link
            key={each.id}
            to="/piles/{-$pileId}"
            params={{ pileId: String(each.id) }}
            aria-label={each.name}
            title={each.name}
            className={`flex h-11 w-14 shrink-0 ${each.id === pile.id ? "ring-2 ring-chalk" : ""}`}
          >
            {each.look ? (
              <Swatch colour={each.look} className="flex-1" />
            ) : (
              <span aria-hidden="true" className="hatched flex-1" />
            )}
            {each.target && <Swatch colour={each.target} className="flex-1" />}
          </Link>
        ))}
      </span>
      <Button onClick={onNew}>
        <Plus aria-hidden="true" size={18} /> New pile
      </Button>
      <Button
        look="quiet"
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
