import { useQuery } from "@tanstack/react-query";
import { Plus, Trash2 } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { tubesQuery } from "../../api/queries";
import type { TubeOut } from "../../api/schema";
import { LIMITS } from "../../api/tables";
import { MixtureChip } from "../../mixtures/MixtureChip";
import { mixtureName, oneTube, tubeOf } from "../../mixtures/mixture";
import type { TriadDraft } from "../../mixtures/sheets/draft";
import { exampleOf, KINDS } from "../../mixtures/sheets/kinds";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { useSize } from "../../ui/useSize";
import { Bench, type BenchProps } from "../Bench";
import { Lightness, lightnessSaid } from "../Lightness";
import { NothingYet } from "../NothingYet";
import { useSheet } from "../sheet/useSheet";
import { Slip } from "../slip/Slip";
import { type Point, roughShares, sampleField, triadOf } from "./field";
import { TriadPlan } from "./TriadPlan";
import { type Drawn, TriadPlot } from "./TriadPlot";
import { TriadRun } from "./TriadRun";

const PLACES = ["Top", "Left", "Right"] as const;
const MOST_PICKS = LIMITS.TriadChartIn.picks.most;
const LOOKS = [
  ["field", "Field"],
  ["patches", "Patches"],
] as const;

/** The bench on which three paints surround grey. */
export default function TriadBench({ me, sheet: opened, start, address }: BenchProps<TriadDraft>) {
  const sheet = useSheet(me, opened, start, address);
  const { draft, set, request } = sheet;
  const { request: asked } = draft;
  const { data: tubes = [], isPending } = useQuery(tubesQuery);
  const { data, error, isPlaceholderData } = sheet.computed;
  const whole = request !== null;
  const triad = useMemo(() => triadOf(whole ? data : undefined), [whole, data]);

  const corners = PLACES.map((_, i) => asked.corners[i] ?? null);
  const [active, setActive] = useState(Math.max(0, corners.indexOf(null)));
  const [drawn, setDrawn] = useState<Drawn>("field");
  const [selected, setSelected] = useState(0);
  /** The point while it is dragged, or where it waits for the server. */
  const [held, setHeld] = useState<Point | null>(null);
  const latest = useRef<Point | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an answer ends the holding
  useEffect(() => {
    // The answer to what was asked before comes late: what is in hand stays there.
    if (isPlaceholderData) return;
    latest.current = null;
    setHeld(null);
  }, [triad, isPlaceholderData]);

  const picks = asked.picks.map((pick) => pick.point as unknown as Point);
  const place = Math.min(selected, Math.max(picks.length - 1, 0));
  const point = held ?? picks[place] ?? triad?.neutral_point;
  const at = triad && point ? sampleField(triad.field, point) : null;
  const move = (to: Point) => {
    latest.current = to;
    setHeld(to);
  };
  const drop = () => {
    const to = latest.current;
    if (!to) return;
    const next = picks.length ? picks.map((pick, i) => (i === place ? to : pick)) : [to];
    set({ picks: next.map((p) => ({ point: [p[0], p[1], p[2]] })) }, `point ${place}`);
  };
  const add = () => {
    if (!point) return;
    const now = picks.length ? picks : [point];
    set({ picks: [...now, point].map((p) => ({ point: [p[0], p[1], p[2]] })) });
    setSelected(now.length);
  };
  const remove = () => {
    sheet.change((now) => {
      const notes = Object.entries(now.notes)
        .filter(([i]) => Number(i) !== place)
        .map(([i, text]) => [Number(i) > place ? Number(i) - 1 : Number(i), text]);
      return {
        ...now,
        request: { ...now.request, picks: now.request.picks.filter((_, i) => i !== place) },
        notes: Object.fromEntries(notes),
      };
    });
    setSelected(Math.max(0, place - 1));
  };
  const pick = (tube: TubeOut) => {
    const now = corners.map((corner, i) => (i === active ? oneTube(tube.id) : corner));
    set({ corners: now });
    const next = now.indexOf(null);
    setActive(next >= 0 ? next : active);
  };
  const names = corners.map((corner) => mixtureName(corner, tubes)) as unknown as readonly [
    string,
    string,
    string,
  ];
  const example = exampleOf(KINDS[asked.chart], tubes);
  const patch = triad?.patches[place];

  const [options, setOptions] = useState(false);
  const [room, width, height] = useSize();
  const beside = width >= 640;
  const size = { width: beside ? width / 2 : width, height: beside ? height : height / 2 };
  return (
    <Bench
      sheet={sheet}
      inUse={corners.map(tubeOf)}
      hint={`Tap a tube: it becomes “${PLACES[active]}”.`}
      onPick={pick}
      view={
        <>
          <Choice label="Shown as" options={LOOKS} value={drawn} onChoose={setDrawn} />
          <Button
            aria-label="Mark another"
            title="Mark another"
            disabled={!point || picks.length >= MOST_PICKS}
            onClick={add}
          >
            <Plus aria-hidden="true" size={18} />
          </Button>
          <Button
            aria-label="Take it out"
            title="Take it out"
            disabled={picks.length < 2}
            onClick={remove}
          >
            <Trash2 aria-hidden="true" size={18} />
          </Button>
        </>
      }
      head={
        <>
          <div className="flex flex-wrap items-center gap-2">
            {corners.map((corner, i) => (
              <MixtureChip
                key={PLACES[i]}
                word={PLACES[i] ?? ""}
                end={corner}
                tubes={tubes}
                active={active === i}
                onActive={() => setActive(i)}
              />
            ))}
            <Fold
              label="Options"
              says={[lightnessSaid({ ...asked, hold: null })]}
              open={options}
              onOpen={setOptions}
            />
          </div>
          {options && (
            <Lightness
              medium={asked.medium}
              lightener={asked.lightener}
              hold={null}
              ground={asked.ground}
              holds={false}
              onChange={({ medium, lightener, ground }, stroke) =>
                set(
                  {
                    ...(medium === undefined ? {} : { medium }),
                    ...(lightener === undefined ? {} : { lightener }),
                    ...(ground === undefined ? {} : { ground }),
                  },
                  stroke,
                )
              }
            />
          )}
        </>
      }
      trouble={error}
      slip={
        <Slip
          sheet={sheet}
          request={request}
          patches={triad?.patches ?? []}
          patchWord="Point"
          selected={place}
          onSelect={setSelected}
          summary={triad?.miss ?? ""}
        />
      }
    >
      {triad && point && at ? (
        <>
          <div
            ref={room}
            className="flex min-h-72 flex-1 flex-wrap overflow-hidden max-lg:min-h-[44rem]"
          >
            {width > 0 && (
              <>
                <TriadPlot
                  {...size}
                  triad={triad}
                  names={names}
                  drawn={drawn}
                  point={point}
                  at={at}
                  picks={picks}
                  selected={place}
                  says={
                    held || !patch
                      ? `about ${roughShares(at.parts)}`
                      : `${patch.look.munsell}, ${patch.look.name}`
                  }
                  onMove={move}
                  onDrop={drop}
                  onSelect={setSelected}
                />
                <TriadPlan {...size} triad={triad} at={at} />
              </>
            )}
          </div>
          <TriadRun
            triad={triad}
            notes={draft.notes}
            place={place}
            held={held && { ...at, says: roughShares(at.parts) }}
            onChoose={setSelected}
          />
        </>
      ) : (
        !error && (
          <NothingYet
            mixing={request !== null || isPending}
            says="A triangle shows every mixture of three paints, and where they reach grey. Tap a red, a yellow and a blue."
            tubes={tubes}
            onExample={example && (() => set(example))}
          />
        )
      )}
    </Bench>
  );
}
