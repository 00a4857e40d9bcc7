import { useQuery } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import type { Move } from "../api/client";
import { amountsIn, usePreferences } from "../api/preferences";
import { tubesQuery } from "../api/queries";
import type { AdviceOut, Me, PileOut } from "../api/schema";
import { Hint } from "../help/Hint";
import { aboutPile, useOutbox } from "../keeping/outbox";
import { Room } from "../keeping/Room";
import { useMoving } from "../keeping/useMoving";
import { useWakeLock } from "../keeping/useWakeLock";
import { millilitres } from "../mixtures/amounts";
import { NO_TARGET, newPile, useBeginPiles } from "../mixtures/beginPile";
import { Tray } from "../mixtures/Tray";
import { Note } from "../ui/Note";
import { useNarrow } from "../ui/useNarrow";
import { PileNow } from "./PileNow";
import { PilePlots } from "./PilePlots";
import { PileSlip } from "./PileSlip";
import { AddBar } from "./palette/AddBar";
import { MeasureForm } from "./palette/MeasureForm";
import { MovesMenu } from "./palette/Moves";
import type { MoveName } from "./palette/moveNames";
import { PaletteStrip, type Scraping } from "./palette/PaletteStrip";
import { PileMove } from "./palette/PileMove";
import { useInstrumentMoves } from "./palette/useInstrumentMoves";
import { Weighing } from "./palette/Weighing";
import { Touching } from "./Touching";
import { NewPile, NewTarget } from "./targets/NewPile";

/** A pile on the bench: what is done to it, how it lies, and what is told on its slip. */
export function PileBench({ me, pile, scraping }: { me: Me; pile: PileOut; scraping: Scraping }) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [tubeId, setTube] = useState<number | null>(null);
  const { me: painter, prefer } = usePreferences();
  const measure = amountsIn(painter.measure);
  const [view, setView] = useState<"pile" | "new" | "target">("pile");
  const [move, setMove] = useState<MoveName | "weigh" | null>(null);
  const outbox = useOutbox(me.name ?? "");
  const moves = useInstrumentMoves(pile);
  const fresh = useBeginPiles();
  const waiting = outbox.waiting.filter(({ about }) => about === aboutPile(pile.id));
  const tube = tubes.find((each) => each.id === tubeId);
  const goOn = useMoving();
  const put = (one: Move, says: string) =>
    outbox.put(pile.id, one, says, (now) => {
      // All of it went into a pot, with which one goes on.
      if (now.id !== pile.id) goOn({ to: "/piles/{-$pileId}", params: { pileId: String(now.id) } });
    });
  const add = (id: number, amount: number, unit: typeof measure, says: string) => {
    const label = tubes.find((each) => each.id === id)?.label ?? "";
    put({ kind: "add", tube: id, amount, measure: unit }, `${says} ${label}`);
  };
  const follow = (addition: AdviceOut) => {
    if (addition.pot === null && addition.tube !== null)
      add(addition.tube, addition.first_ml, "ml", millilitres(addition.first_ml));
    else if (addition.pot !== null)
      outbox.put(
        addition.pot,
        { kind: "carry", onto: pile.id, amount: addition.first_ml, measure: "ml" },
        `${millilitres(addition.first_ml)} of ${addition.label}`,
      );
  };
  const back = (kind: "take back" | "bring back") => put({ kind }, kind);
  const narrow = useNarrow();
  useWakeLock(pile.steps.length > 0);
  const { mutate: moveIt } = moves;
  const take = useCallback((id: number) => moveIt({ kind: "weigh", tube: id }), [moveIt]);
  const { refused } = outbox;
  const trouble = fresh.error ?? (move === "weigh" ? null : moves.error);
  return (
    <Room
      tray={
        <Tray
          inUse={[tubeId, ...pile.make_up.map((part) => part.tube)]}
          hint="Tap a tube to take paint from it."
          onPick={(each) => setTube(each.id)}
        />
      }
      bar={
        <PaletteStrip
          pile={pile}
          scraping={scraping}
          onNew={() => {
            setMove(null);
            setView("new");
          }}
        />
      }
      tools={
        <MovesMenu
          pile={pile}
          onChoose={(next) => {
            moves.reset();
            setMove(next);
          }}
        />
      }
      undo={pile.steps.length > 0 ? () => back("take back") : null}
      redo={pile.taken_back > 0 ? () => back("bring back") : null}
      undoing={["Take back", "Bring back"]}
      trouble={trouble}
      head={
        <>
          {view === "pile" && (tube || !narrow) && (
            <AddBar
              tube={tube}
              measure={measure}
              weighing={move === "weigh"}
              onMeasure={(kind) => prefer({ measure: kind })}
              onAdd={(amount, unit, says) => tube && add(tube.id, amount, unit, says)}
              onWeigh={() => setMove(move === "weigh" ? null : "weigh")}
            />
          )}
          {view === "pile" && (
            <div className="-mx-4 w-[calc(100%+2rem)]">
              <Hint name="on-the-scale" when={tube !== undefined && move !== "weigh"} />
            </div>
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
              onMeasure={(colour) => moves.mutate({ kind: "read", count: 3, colour: colour ?? "" })}
              onClose={() => setMove(null)}
            />
          )}
          {move !== null && move !== "weigh" && move !== "measure" && (
            <PileMove
              key={move}
              move={move}
              pile={pile}
              tubeId={tubeId}
              put={put}
              onClose={() => setMove(null)}
            />
          )}
          {refused && (
            <Note>
              {refused.says}: {refused.why}{" "}
              <button type="button" className="underline" onClick={outbox.dismiss}>
                I have read it
              </button>
            </Note>
          )}
        </>
      }
      slip={
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
          onCalibrate={(id) => moves.mutate({ kind: "calibrate", tube: id })}
        />
      }
    >
      {view === "new" && <NewPile onCancel={() => setView("pile")} />}
      {view === "target" && <NewTarget pile={pile} onDone={() => setView("pile")} />}
      {view === "pile" && (
        <>
          <div className="contents max-md:hidden">
            <PilePlots pile={pile} />
          </div>
          <Touching pile={pile} />
          <PileNow
            pile={pile}
            measure={measure}
            busy={waiting.length > 0}
            onAdd={follow}
            onBack={back}
          />
        </>
      )}
    </Room>
  );
}
