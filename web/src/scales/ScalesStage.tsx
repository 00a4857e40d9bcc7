import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import {
  type ReactNode,
  useCallback,
  useEffect,
  useMemo,
  useReducer,
  useRef,
  useState,
} from "react";
import { api, got, type Me, type SavedScale, type Scale, type Tube } from "../api/client";
import { savedScaleQuery, savedScalesQuery, tubesQuery, useScale } from "../api/queries";
import { useKeys } from "../app/keys";
import { useViewing } from "../app/viewing";
import { PagePlot } from "../plots/PagePlot";
import { PlanPlot } from "../plots/PlanPlot";
import { sharesOf } from "../plots/trail";
import { Tray } from "../tubes/Tray";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { useSize } from "../ui/useSize";
import {
  type Draft,
  draftOf,
  EMPTY,
  examplePair,
  history,
  keepUnsaved,
  readUnsaved,
  requestOf,
  startHistory,
} from "./draft";
import { type End, PairBar } from "./PairBar";
import { Run } from "./Run";
import { Shelf, ShelfButton } from "./Shelf";
import { Slip } from "./Slip";

const SIDE_BY_SIDE_FROM = 700;
const LEAST_PLOT_HEIGHT = 260;

/** The Scales stage on one saved scale, or on a new one. */
export function ScalesStage({ me, scaleId }: { me: Me; scaleId: number | null }) {
  const saved = useQuery({ ...savedScaleQuery(scaleId ?? 0), enabled: scaleId !== null });
  if (scaleId === null) return <Workbench key="new" me={me} saved={null} />;
  if (saved.data) return <Workbench key={scaleId} me={me} saved={saved.data} />;
  return (
    <div className="p-8">
      {saved.error ? <Note>{saved.error.message}</Note> : <p>Fetching the scale …</p>}
    </div>
  );
}

function Workbench({ me, saved }: { me: Me; saved: SavedScale | null }) {
  const owner = me.name ?? "";
  const place = saved ? String(saved.id) : "new";
  const [start] = useState(() => readUnsaved(owner, place));
  const [state, dispatch] = useReducer(
    history,
    startHistory(start?.draft ?? (saved ? draftOf(saved) : EMPTY)),
  );
  const [revision, setRevision] = useState(start?.revision ?? saved?.revision ?? null);
  const draft = state.present;
  const kept = useMemo(() => (saved ? draftOf(saved) : EMPTY), [saved]);
  const unchanged = JSON.stringify(draft) === JSON.stringify(kept);
  useEffect(() => {
    keepUnsaved(owner, place, unchanged ? null : { draft, revision });
  }, [owner, place, draft, revision, unchanged]);

  const { light } = useViewing();
  const { data: tubes = [] } = useQuery(tubesQuery);
  const request = useMemo(() => requestOf(draft, light), [draft, light]);
  const { data: scale, error } = useScale(request);
  const change = useCallback(
    (patch: Partial<Draft>, by: string) => dispatch({ type: "change", patch, by }),
    [],
  );

  const cache = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: (name: string) => {
      const wanted = requestOf(draft, light);
      if (!wanted) throw new Error("Choose two tubes first.");
      const body = { ...wanted, name, revision };
      return saved
        ? got(api.PUT("/api/scales/{scale_id}", { params: { path: { scale_id: saved.id } }, body }))
        : got(api.POST("/api/scales", { body }));
    },
    onSuccess: (now) => {
      keepUnsaved(owner, place, null);
      cache.setQueryData(savedScaleQuery(now.id).queryKey, now);
      cache.invalidateQueries({ queryKey: savedScalesQuery.queryKey, exact: true });
      setRevision(now.revision);
      if (saved) dispatch({ type: "open", draft: draftOf(now) });
      else navigate({ to: "/scales/$scaleId", params: { scaleId: String(now.id) } });
    },
  });

  const [active, setActive] = useState<End>("first");
  const [shelf, setShelf] = useState(false);
  const pick = (tube: Tube) => {
    change({ [active]: tube.id, placed: null }, "pick");
    setActive(active === "first" ? "second" : "first");
  };
  const undo = state.past.length ? () => dispatch({ type: "undo" }) : null;
  const redo = state.future.length ? () => dispatch({ type: "redo" }) : null;
  useKeys([
    { key: "Ctrl+z", says: "Undo", act: () => undo?.() },
    { key: "Ctrl+Shift+z", says: "Redo", act: () => redo?.() },
    { key: "o", says: "Saved scales", act: () => setShelf(true) },
  ]);
  const example = examplePair(tubes);
  const word = active === "first" ? "From" : "To";

  const head = (
    <>
      <PairBar
        draft={draft}
        tubes={tubes}
        active={active}
        onActive={setActive}
        onChange={change}
        undo={undo}
        redo={redo}
      />
      {saved && !saved.current_data && (
        <p className="bg-paper px-4 py-2">
          The paint data have changed since this scale was saved. What you see is computed anew; the
          saved one stays as it was until you save again.
        </p>
      )}
      {error && (
        <div className="p-4">
          <Note>{error.message}</Note>
        </div>
      )}
    </>
  );

  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[12rem_minmax(0,1fr)_18rem]">
      <Tray
        inUse={[draft.first, draft.second]}
        hint={`Tap a tube: it becomes “${word}”.`}
        onPick={pick}
      />
      {scale && request ? (
        <Stage
          head={head}
          scale={scale}
          tubes={[draft.first, draft.second].map((id) => tubes.find((t) => t.id === id))}
          onPlace={(placed) => change({ placed }, "place")}
          slip={(choice) => (
            <Slip
              {...choice}
              scale={scale}
              name={draft.name}
              saved={saved !== null && unchanged}
              saving={save.isPending}
              error={save.error?.message ?? null}
              onName={(name) => change({ name }, "name")}
              onSave={(name) => save.mutate(name)}
              onShelf={() => setShelf(true)}
            />
          )}
        />
      ) : (
        <>
          <main className="flex min-h-0 min-w-0 flex-col">
            {head}
            {!error && (
              <div className="m-auto max-w-md bg-paper p-6 text-lg leading-snug">
                <p>
                  {tubes.length === 0
                    ? "Your box is empty. Add the tubes you own, then choose two that might mute each other."
                    : "Choose two tubes in the tray: the paint you want to mute, and what might mute it. The steps between them appear here."}
                </p>
                {example && (
                  <Button
                    look="solid"
                    className="mt-4"
                    onClick={() => change({ first: example[0], second: example[1] }, "example")}
                  >
                    Show me an example
                  </Button>
                )}
              </div>
            )}
          </main>
          <aside aria-label="The slip" className="bg-paper p-4">
            <ShelfButton onClick={() => setShelf(true)} />
          </aside>
        </>
      )}
      <Shelf open={shelf} onClose={() => setShelf(false)} />
    </div>
  );
}

type SlipChoice = Pick<Parameters<typeof Slip>[0], "selected" | "share" | "moving" | "onSelect">;

/** Plots, run and slip over one scale: the same step is marked in all of them at once. */
function Stage({
  head,
  scale,
  tubes,
  onPlace,
  slip,
}: {
  head: ReactNode;
  scale: Scale;
  tubes: ReadonlyArray<Tube | undefined>;
  onPlace: (shares: number[]) => void;
  slip: (choice: SlipChoice) => ReactNode;
}) {
  const computed = useMemo(() => sharesOf(scale), [scale]);
  const [selected, setSelected] = useState(scale.neutral.step);
  /** Shares while a step is being moved; null when all stand where the server computed them. */
  const [moved, setMoved] = useState<number[] | null>(null);
  const latest = useRef<number[] | null>(null);
  const greyest = useRef(scale.neutral.step);
  useEffect(() => {
    latest.current = null;
    setMoved(null);
    const before = greyest.current;
    greyest.current = scale.neutral.step;
    // Who looks at the greyest step goes on looking at it when the steps change.
    setSelected((at) => (at === before ? scale.neutral.step : Math.min(at, computed.length - 1)));
  }, [computed, scale]);

  const shares = moved ?? computed;
  const at = Math.min(selected, shares.length - 1);
  const move = useCallback(
    (index: number, share: number) => {
      const next = [...(latest.current ?? computed)];
      next[index] = share;
      latest.current = next;
      setMoved(next);
    },
    [computed],
  );
  const drop = useCallback(() => {
    if (latest.current) onPlace(latest.current);
  }, [onPlace]);
  const moving = useCallback((i: number) => shares[i] !== computed[i], [shares, computed]);

  const room = useRef<HTMLDivElement>(null);
  const [width, height] = useSize(room);
  const beside = width >= SIDE_BY_SIDE_FROM;
  const plotWidth = beside ? width / 2 : width;
  const plotHeight = Math.max(LEAST_PLOT_HEIGHT, beside ? height : height / 2);
  const names = [tubes[0]?.label ?? "", tubes[1]?.label ?? ""] as const;
  const steps = {
    trail: scale.trail,
    neutralShare: scale.neutral.share,
    shares,
    selected: at,
    onSelect: setSelected,
    onMove: move,
    onDrop: drop,
  };
  return (
    <>
      <main className="flex min-h-0 min-w-0 flex-col">
        {head}
        <div className="flex min-h-0 flex-1 flex-col bg-stage pb-4">
          <div
            ref={room}
            className="flex min-h-[17rem] flex-1 flex-wrap overflow-hidden max-lg:min-h-[26rem]"
          >
            {width > 0 && (
              <>
                <PagePlot {...steps} width={plotWidth} height={plotHeight} names={names} />
                <PlanPlot {...steps} width={plotWidth} height={plotHeight} />
              </>
            )}
          </div>
          <Run {...steps} scale={scale} moving={moving} />
        </div>
      </main>
      {slip({ selected: at, share: shares[at] as number, moving, onSelect: setSelected })}
    </>
  );
}
