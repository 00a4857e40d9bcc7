import { useNavigate } from "@tanstack/react-router";
import { useMemo, useRef, useState } from "react";
import type { GivingIn, Me, PaintingOut, TubeOut } from "../api/schema";
import { Room } from "../keeping/Room";
import { Tray } from "../mixtures/Tray";
import { useViewing } from "../seen/viewing";
import { Choice } from "../ui/Choice";
import { coversAll, draftOf, nameOf, requestOf, withMother, withPassage, withTube } from "./draft";
import { MotherSlip } from "./mother/MotherSlip";
import { MotherView } from "./mother/MotherView";
import { ShareRun } from "./mother/ShareRun";
import { type Dragged, dragged, lookAt, pulled } from "./mother/shares";
import { NewPainting } from "./NewPainting";
import { PaletteSlip } from "./palette/PaletteSlip";
import { PaletteView } from "./palette/PaletteView";
import { PassageSlip } from "./passages/PassageSlip";
import { PassagesView } from "./passages/PassagesView";
import { usePicture } from "./picture/usePicture";
import { useHarmony } from "./queries";
import { SchoolsView } from "./schools/SchoolsView";
import { PAINTINGS } from "./shelf";
import { usePainting } from "./usePainting";

const VIEWS = [
  ["passages", "Passages"],
  ["mother", "Mother colour"],
  ["schools", "Schools"],
  ["palette", "Palette"],
] as const;

export type View = (typeof VIEWS)[number][0];

/** A painting on the bench: its passages, the colour through all of them, and what to mix. */
export function PaintingBench({ me, painting: opened }: { me: Me; painting: PaintingOut }) {
  const painting = usePainting(me, opened, draftOf(opened), String(opened.id));
  const { draft, set, undo, redo } = painting;
  const { light } = useViewing();
  const request = useMemo(() => requestOf(draft.request, light), [draft.request, light]);
  const { data: computed, error, isPlaceholderData } = useHarmony(request);
  /** While something is missing, what was computed last stays in sight. */
  const lastGood = useRef(computed);
  if (computed) lastGood.current = computed;
  const data = computed ?? lastGood.current;
  const [view, setView] = useState<View>(draft.request.mother ? "mother" : "passages");
  const [chosen, setChosen] = useState(0);
  const navigate = useNavigate();
  const [held, setHeld] = useState<Dragged | null>(null);
  const passages = draft.request.passages;
  const picture = usePicture(draft.request.picture?.division ?? null);
  const place = Math.min(chosen, Math.max(0, passages.length - 1));
  const harmony = useMemo(() => data?.passages ?? [], [data]);
  /** What is being dragged, and what was dropped until the server has computed it. */
  const [dropped, setDropped] = useState<GivingIn | null>(null);
  const waits = dropped === null || (draft.request.giving === dropped && isPlaceholderData);
  const moving = waits ? held : null;
  const shares = moving?.shares ?? harmony.map((each) => each.share);
  const after = harmony.map((each, i) => (moving ? lookAt(each, shares[i] ?? 0) : each.after));
  const giving = moving?.giving ?? draft.request.giving;

  /** The last of what was dragged: a key moves and drops before anything is drawn. */
  const last = useRef<Dragged | null>(null);
  const move = (to: Dragged) => {
    last.current = to;
    setHeld(to);
    setDropped(null);
  };
  const drop = (to: Dragged) => {
    setHeld(to);
    setDropped(to.giving);
    set((now) => ({ ...now, giving: to.giving }), to.stroke);
  };
  const dragTo = (at: number, share: number) =>
    dragged(passages, harmony, draft.request.giving, at, share);
  const pullTo = (fraction: number) => pulled(passages, harmony, draft.request.giving, fraction);

  const pick = (tube: TubeOut) => {
    if (view === "passages") {
      if (!passages[place]) return;
      set((now) =>
        withPassage(now, place, {
          mixture: withTube(now.passages[place]?.mixture ?? null, tube.id),
        }),
      );
      return;
    }
    set((now) => withMother(now, { kind: "tube", id: tube.id, colour: "" }));
    setView("mother");
  };
  const mother = draft.request.mother;
  const inUse =
    view === "passages"
      ? (passages[place]?.mixture?.parts ?? []).map((part) => part.tube)
      : [mother?.kind === "tube" ? mother.id : null];
  const shown = { painting, request, harmony: data ?? null, after, shares, place };
  const choose = (at: number) => setChosen(at);
  return (
    <Room
      tray={
        <Tray
          inUse={inUse}
          hint={
            view !== "passages"
              ? "Tap a tube to make it the mother."
              : passages[place]
                ? `Tap a tube to put it into ${nameOf(passages, place)}.`
                : "First name a passage."
          }
          onPick={pick}
        />
      }
      bar={<Choice label="View of the painting" options={VIEWS} value={view} onChoose={setView} />}
      undo={undo}
      redo={redo}
      keys={VIEWS.map(([key, says], i) => ({ key: String(i + 1), says, act: () => setView(key) }))}
      keeping={painting}
      trouble={passages.length > 0 && (view !== "passages" || coversAll(passages)) ? error : null}
      slip={
        <>
          {view === "passages" && <PassageSlip {...shown} onChoose={choose} />}
          {(view === "mother" || view === "schools") && <MotherSlip {...shown} />}
          {view === "palette" && <PaletteSlip {...shown} />}
        </>
      }
      shelf={{
        of: PAINTINGS,
        title: "Paintings",
        opened: painting.id,
        onGone: () =>
          void navigate({ to: "/paintings/{-$paintingId}", params: { paintingId: undefined } }),
        begin: (close) => <NewPainting onOpen={close} />,
        empty: "There is no painting yet.",
      }}
    >
      {view === "passages" && (
        <PassagesView
          {...shown}
          picture={picture.data ?? null}
          fetching={picture.isFetching}
          onChoose={choose}
        />
      )}
      {view === "mother" && (
        <MotherView
          {...shown}
          picture={picture.data ?? null}
          onChoose={choose}
          onPull={(fraction) => move(pullTo(fraction))}
          onPulled={(fraction) => drop(pullTo(fraction))}
        />
      )}
      {view === "schools" && (
        <SchoolsView
          {...shown}
          picture={picture.data ?? null}
          onChoose={choose}
          onMother={() => setView("mother")}
        />
      )}
      {view === "palette" && <PaletteView {...shown} onMother={() => setView("mother")} />}
      {(view === "passages" || view === "mother") && passages.length > 0 && (
        <ShareRun
          passages={passages}
          harmony={harmony}
          after={after}
          shares={shares}
          giving={giving}
          chosen={place}
          onChoose={choose}
          onMove={(at, share) => move(dragTo(at, share))}
          onDrop={() => last.current && drop(last.current)}
        />
      )}
    </Room>
  );
}
