import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Redo2, Undo2 } from "lucide-react";
import { useCallback, useState } from "react";
import { type Advice, api, got, type Me, type Pile, type Target } from "../api/client";
import { pileQuery, pilesQuery, tubesQuery } from "../api/queries";
import { newToken } from "../api/token";
import { NO_TARGET, newPile, pileFor, useBeginPiles } from "../app/beginPile";
import { useKeys } from "../app/keys";
import { InstrumentState } from "../tubes/measuring/InstrumentState";
import { Tray } from "../tubes/Tray";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { MEASURES, millilitres, useMeasure } from "./amounts";
import { useOutbox } from "./outbox";
import { PilePlots } from "./PilePlots";
import { PileSlip } from "./PileSlip";
import { AddBar } from "./palette/AddBar";
import { MoveForm, MovesMenu } from "./palette/Moves";
import type { MoveName } from "./palette/moveNames";
import { PaletteStrip, ScrapedOff, type Scraping, useScraping } from "./palette/PaletteStrip";
import { usePileMoves } from "./palette/usePileMoves";
import { Weighing } from "./palette/Weighing";
import { mixturesQuery, tellPile } from "./queries";
import { Touching } from "./Touching";
import { TargetChooser } from "./targets/TargetChooser";

/** The stage at the palette: a pile, its target, and the smallest thing that helps. */
export default function PilesStage({ me, pileId }: { me: Me; pileId: number | null }) {
  const { data: piles = [], isPending } = useQuery(pilesQuery);
  const open = pileId ?? piles[0]?.id ?? null;
  const found = useQuery({ ...pileQuery(open ?? 0), enabled: open !== null });
  // Known here, so that a pile can be brought back also once another has taken its place.
  const scraping = useScraping();
  if (found.data)
    return <Palette key={found.data.id} me={me} pile={found.data} scraping={scraping} />;
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

/** A pile for each colour, the darkest begun last: it lies on top, and is mixed first. */
const darkestOnTop = (darkToLight: readonly Target[]) => [...darkToLight].reverse().map(pileFor);

/** A new pile for a colour, or one for each of a set of notes. */
function NewPile({ onCancel }: { onCancel?: () => void }) {
  const begin = useBeginPiles();
  return (
    <TargetChooser
      named="A new pile"
      verb="Begin the pile"
      busy={begin.isPending}
      error={begin.error}
      onDone={(target) => begin.mutate([pileFor(target)])}
      onEach={(targets) => begin.mutate(darkestOnTop(targets))}
      onCancel={onCancel}
    />
  );
}

function Palette({ me, pile, scraping }: { me: Me; pile: Pile; scraping: Scraping }) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [tubeId, setTube] = useState<number | null>(null);
  const [measure, setMeasure] = useMeasure();
  const [view, setView] = useState<"pile" | "new" | "target">("pile");
  const [move, setMove] = useState<MoveName | "weigh" | null>(null);
  const outbox = useOutbox(me.name ?? "");
  const moves = usePileMoves(pile);
  const fresh = useBeginPiles();
  const waiting = outbox.waiting.filter((each) => each.pile === pile.id);
  const tube = tubes.find((each) => each.id === tubeId);
  const put = (event: Parameters<typeof outbox.put>[1], says: string) =>
    outbox.put(pile.id, event, says);
  const add = (id: number, amount: number, unit: typeof measure) => {
    const label = tubes.find((each) => each.id === id)?.label ?? "";
    const word = MEASURES.find(([key]) => key === unit)?.[1];
    put({ kind: "add", tube: id, amount, measure: unit }, `${amount} ${word} ${label}`);
  };
  const follow = (addition: Advice) => {
    if (addition.pot === null && addition.tube !== null)
      add(addition.tube, addition.first_ml, "ml");
    else if (addition.pot !== null)
      outbox.put(
        addition.pot,
        { kind: "carry", onto: pile.id, amount: addition.first_ml, measure: "ml" },
        `${millilitres(addition.first_ml)} of ${addition.label}`,
      );
  };
  const back = (kind: "take back" | "bring back") => put({ kind, measure: "ml" }, kind);
  useKeys([
    { key: "Ctrl+z", says: "Take back", act: () => pile.steps.length && back("take back") },
    { key: "Ctrl+Shift+z", says: "Bring back", act: () => pile.taken_back && back("bring back") },
  ]);
  const { mutate: moveIt } = moves;
  const take = useCallback((id: number) => moveIt({ what: "weigh", tube: id }), [moveIt]);
  const { refused } = outbox;
  const trouble = fresh.error ?? (move === "weigh" ? null : moves.error);
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[12rem_minmax(0,1fr)_20rem]">
      <Tray
        inUse={[tubeId, ...pile.make_up.map((part) => part.tube)]}
        hint="Tap a tube to take paint from it."
        onPick={(each) => setTube(each.id)}
      />
      <main className="flex min-h-0 min-w-0 flex-col bg-stage">
        <div className="flex flex-wrap items-end gap-2 bg-slate px-4 py-2 text-chalk">
          <PaletteStrip
            pile={pile}
            scraping={scraping}
            onNew={() => {
              setMove(null);
              setView("new");
            }}
          />
          <span className="ml-auto flex gap-1">
            <MovesMenu
              pile={pile}
              onChoose={(next) => {
                moves.reset();
                setMove(next);
              }}
            />
            <Button
              aria-label="Take back"
              disabled={pile.steps.length === 0}
              onClick={() => back("take back")}
            >
              <Undo2 aria-hidden="true" size={20} />
            </Button>
            <Button
              aria-label="Bring back"
              disabled={pile.taken_back === 0}
              onClick={() => back("bring back")}
            >
              <Redo2 aria-hidden="true" size={20} />
            </Button>
          </span>
          {view === "pile" && (
            <AddBar
              tube={tube}
              measure={measure}
              weighing={move === "weigh"}
              onMeasure={setMeasure}
              onAdd={(amount) => tube && add(tube.id, amount, measure)}
              onWeigh={() => setMove(move === "weigh" ? null : "weigh")}
            />
          )}
          {move === "weigh" && (
            <Weighing
              tube={tube}
              wanted={
                pile.advice?.additions.find((each) => each.tube === tubeId)?.first_measured.grams ??
                null
              }
              taking={moves.isPending}
              error={moves.error}
              onTake={take}
            />
          )}
          {move === "measure" && (
            <MeasureForm
              busy={moves.isPending}
              onMeasure={() => moves.mutate({ what: "measure", count: 3 })}
              onClose={() => setMove(null)}
            />
          )}
          {move !== null && move !== "weigh" && move !== "measure" && (
            <PileMove
              key={move}
              move={move}
              pile={pile}
              tubeId={tubeId}
              moves={moves}
              put={put}
              onClose={() => setMove(null)}
            />
          )}
          {(refused || trouble || outbox.silent) && (
            <div className="w-full">
              {outbox.silent && (
                <Note>
                  The studio does not answer. What you do is kept in this browser and sent in order
                  as soon as it does.
                </Note>
              )}
              {refused && (
                <Note>
                  {refused.says}: {refused.why}{" "}
                  <button type="button" className="underline" onClick={outbox.dismiss}>
                    I have read it
                  </button>
                </Note>
              )}
              {trouble && <Note>{trouble.message}</Note>}
            </div>
          )}
        </div>
        {view === "new" && <NewPile onCancel={() => setView("pile")} />}
        {view === "target" && <NewTarget pile={pile} onDone={() => setView("pile")} />}
        {view === "pile" && (
          <>
            <PilePlots pile={pile} />
            <Touching pile={pile} />
          </>
        )}
      </main>
      <PileSlip
        pile={pile}
        measure={measure}
        busy={waiting.length > 0}
        waiting={outbox.silent ? waiting : []}
        onAdd={follow}
        onAgain={() =>
          pile.target &&
          fresh.mutate([
            newPile({
              name: pile.name,
              target: {
                ...NO_TARGET,
                name: pile.target_name,
                colour: pile.target.lab.map((value) => value.toFixed(3)).join(" "),
              },
            }),
          ])
        }
        onTarget={() => {
          setMove(null);
          setView("target");
        }}
        onCalibrate={(id) => moves.mutate({ what: "calibrate", tube: id })}
      />
    </div>
  );
}

/** Another target for the open pile. */
function NewTarget({ pile, onDone }: { pile: Pile; onDone: () => void }) {
  const cache = useQueryClient();
  const change = useMutation({
    mutationFn: (target: Target) =>
      got(
        api.PATCH("/api/piles/{pile_id}", {
          params: { path: { pile_id: pile.id } },
          body: { target },
        }),
      ),
    onSuccess: async (now) => {
      await tellPile(cache, now);
      onDone();
    },
  });
  const begin = useBeginPiles();
  return (
    <TargetChooser
      named="Another target"
      verb="Make it the target"
      busy={change.isPending || begin.isPending}
      error={change.error ?? begin.error}
      onDone={(target) => change.mutate(target)}
      onEach={(targets) => begin.mutate(darkestOnTop(targets))}
      onCancel={onDone}
    />
  );
}

/** What the chosen move still needs, and doing it. */
function PileMove({
  move,
  pile,
  tubeId,
  moves,
  put,
  onClose,
}: {
  move: MoveName;
  pile: Pile;
  tubeId: number | null;
  moves: ReturnType<typeof usePileMoves>;
  put: (event: Parameters<ReturnType<typeof useOutbox>["put"]>[1], says: string) => void;
  onClose: () => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const begin = useBeginPiles();
  const cache = useQueryClient();
  const keep = useMutation({
    mutationFn: (name: string) =>
      got(
        api.POST("/api/piles/{pile_id}/keep", {
          params: { path: { pile_id: pile.id } },
          body: { name, token: newToken() },
        }),
      ),
    onSuccess: () => {
      cache.invalidateQueries({ queryKey: mixturesQuery.queryKey });
      onClose();
    },
  });
  const done = { onSuccess: onClose };
  const white = tubes.find((each) => each.paint.key === "PW6");
  return (
    <>
      <MoveForm
        move={move}
        pile={pile}
        tube={tubes.find((each) => each.id === tubeId)}
        busy={moves.isPending || begin.isPending || keep.isPending}
        onClose={onClose}
        acts={{
          onSplit: (into, shares) => moves.mutate({ what: "split", into, shares }, done),
          onFamily: (kind, share) => moves.mutate({ what: "family", kind, share }, done),
          onPot: (pot) => moves.mutate({ what: "pot", pot }, done),
          onCarry: (onto, amount) => {
            put({ kind: "carry", onto, amount, measure: "ml" }, `carry ${millilitres(amount)}`);
            onClose();
          },
          onScoop: (amount) => {
            put({ kind: "scoop", amount, measure: "ml" }, `scoop ${millilitres(amount)}`);
            onClose();
          },
          onThin: (thinner, amount) => {
            const says = `${millilitres(amount)} ${thinner}`;
            put({ kind: "add", thinner, amount, measure: "ml" }, says);
            onClose();
          },
          onLetDown: (strong, parts, volume_ml) => {
            const label = tubes.find((each) => each.id === strong)?.label ?? "tube";
            if (!white) return;
            begin.mutate(
              [
                newPile({
                  kind: "let-down",
                  name: `${label}, 1 in ${parts + 1}`,
                  mixture: {
                    name: "",
                    parts: [
                      { tube: strong, parts: 1 },
                      { tube: white.id, parts },
                    ],
                  },
                  volume_ml,
                }),
              ],
              done,
            );
          },
          onKeep: (name) => keep.mutate(name),
        }}
      />
      {(begin.error ?? keep.error) && <Note>{(begin.error ?? keep.error)?.message}</Note>}
      {move === "let-down" && !white && <Note>There is no titanium white in the box.</Note>}
    </>
  );
}

function MeasureForm({
  busy,
  onMeasure,
  onClose,
}: {
  busy: boolean;
  onMeasure: () => void;
  onClose: () => void;
}) {
  return (
    <section
      aria-label="Measure it"
      className="flex w-full flex-wrap items-center gap-3 bg-paper p-3 text-ink"
    >
      <InstrumentState />
      <Button look="solid" disabled={busy} onClick={onMeasure}>
        Measure the pile
      </Button>
      <Button look="paper" onClick={onClose}>
        Done
      </Button>
      <p className="w-full text-sm leading-snug">
        The difference from what was predicted is carried into the advice.
      </p>
    </section>
  );
}
