import { useQuery } from "@tanstack/react-query";
import { Pipette, X } from "lucide-react";
import { useMemo, useState } from "react";
import { tubesQuery } from "../../api/queries";
import type { ChartOut, TubeMixture, TubeOut } from "../../api/schema";
import { MixtureChip, SmallChip } from "../../mixtures/MixtureChip";
import { oneTube, tubeOf } from "../../mixtures/mixture";
import { draftWith, type ScaleDraft } from "../../mixtures/sheets/draft";
import {
  type ChartDraft,
  emptyChart,
  endsOf,
  exampleOf,
  firstOf,
  isFromDesk,
  KINDS,
  type Side,
  sideOf,
  standing,
} from "../../mixtures/sheets/kinds";
import { useNewSheet } from "../../mixtures/sheets/useNewSheet";
import { MixtureFinder } from "../../mixtures/targets/MixtureFinder";
import { differenceText } from "../../seen/difference";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Bench, type BenchProps } from "../Bench";
import { NothingYet } from "../NothingYet";
import { useSheet } from "../sheet/useSheet";
import { Slip } from "../slip/Slip";
import { ChartGrid } from "./ChartGrid";
import { ChartOptions } from "./ChartOptions";
import { nearestTo, Thickness } from "./Thickness";

/** What there is to say of a cell: of its row, of its column, and of itself. */
function remarkOn(chart: ChartOut, place: number, at: number): string {
  const columns = chart.column_labels.length;
  const [row, column] = [Math.floor(place / columns), place % columns];
  const away = chart.layers?.away[place]?.[at];
  const sentences = [
    chart.row_says[row],
    chart.remarks[row]?.[column],
    away !== undefined && `It is off by ${differenceText(away)}.`,
    chart.column_says[column],
  ];
  return sentences.filter(Boolean).join(" ");
}

/** The bench on which charts are laid out, cell by cell. */
export default function ChartBench({ me, sheet: opened, start, address }: BenchProps<ChartDraft>) {
  const sheet = useSheet(me, opened, start, address);
  const { draft, set, request } = sheet;
  const { request: asked } = draft;
  const { data: tubes = [], isPending } = useQuery(tubesQuery);
  const { data, error } = sheet.computed;
  const chart: ChartOut | undefined = request ? data : undefined;
  const [selected, setSelected] = useState(0);
  const [finding, setFinding] = useState(false);
  /** Which side a tapped tube goes to. */
  const [active, setActive] = useState(0);
  const [laid, setLaid] = useState<number | null>(null);
  const kind = KINDS[asked.chart];
  const side = kind.sides[active] ?? (kind.sides[0] as Side);
  const ends = sideOf(asked, side.name);
  const several = kind.sides.length > 1;
  const patches = useMemo(() => chart?.rows.flat() ?? [], [chart]);
  const place = Math.min(selected, Math.max(0, patches.length - 1));

  /** Puts ends on a side; what is chosen for each of others is theirs no more. */
  const stand = (next: readonly TubeMixture[]) => {
    const ofEach = kind.options.filter(({ is }) => is === "OfEach");
    set({
      [side.name]: standing(side, next),
      ...Object.fromEntries(ofEach.map(({ name }) => [name, []])),
    });
  };
  const remove = (at: number) => stand(ends.filter((_, i) => i !== at));
  const pick = (tube: TubeOut) => {
    const at = ends.findIndex((end) => tubeOf(end) === tube.id);
    if (at >= 0) return remove(at);
    // A full side gives its last place to the new tube.
    stand([...ends.slice(0, side.most - 1), oneTube(tube.id)]);
    // Where there is one place, what comes next is for the other side.
    if (side.most === 1 && active === 0 && several) setActive(1);
  };
  const example = exampleOf(kind, tubes);
  const fromDesk = isFromDesk(kind);
  const named = !several && !fromDesk;
  const begin = useNewSheet();
  const columns = chart?.column_labels.length ?? 1;
  const [first, second] = chart?.pairs[Math.floor(place / columns)]?.[place % columns] ?? [];
  /** Of a cell that is mixed of two: the whole trail between them. */
  const trail =
    first !== undefined && second !== undefined
      ? () =>
          begin(
            draftWith({
              ...(emptyChart(firstOf("run")) as ScaleDraft),
              medium: asked.medium,
              ground: asked.ground,
              lightener: (asked.white ?? 0) as number,
              first: sideOf(asked, kind.sides[0]?.name ?? "")[first] ?? null,
              second: sideOf(asked, kind.sides[1]?.name ?? "")[second] ?? null,
            }),
          )
      : null;
  const at = laid ?? nearestTo(chart?.layers?.coats ?? [], (asked.coats ?? 1) as number);

  return (
    <Bench
      sheet={sheet}
      inUse={endsOf(asked).map(tubeOf)}
      hint={`${several ? `${side.label}: tap` : "Tap"} a tube to add it, or to take it out.`}
      onPick={pick}
      head={
        <>
          <ChartOptions sheet={sheet} />
          <div className="flex flex-wrap items-center gap-2">
            {several && (
              <Choice
                label="Which side a tapped tube goes to"
                options={kind.sides.map(({ label }, i) => [String(i), label] as const)}
                value={String(active)}
                onChoose={(to) => setActive(Number(to))}
              />
            )}
            {ends.map((end, i) => {
              const out = () => remove(i);
              // What stands beside the rows and above the columns is named there.
              return named ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: an end is its place
                <span key={i} className="flex">
                  <MixtureChip
                    word={side.label.replace("{}", String(i + 1))}
                    end={end}
                    tubes={tubes}
                    active={false}
                    onActive={out}
                  />
                  <Button aria-label="Take it out" onClick={out}>
                    <X aria-hidden="true" size={18} />
                  </Button>
                </span>
              ) : (
                // biome-ignore lint/suspicious/noArrayIndexKey: an end is its place
                <SmallChip key={i} end={end} tubes={tubes} onTakeOut={out} />
              );
            })}
            {fromDesk && ends.length === 0 && (
              <span className="text-chalk-soft">
                From all tubes on the desk; tap some to narrow it.
              </span>
            )}
            <Button
              aria-label="Find a mixture for the chart"
              disabled={ends.length >= side.most}
              onClick={() => setFinding(true)}
            >
              <Pipette aria-hidden="true" size={18} />
            </Button>
            {finding && (
              <MixtureFinder
                name="the chart"
                onClose={() => setFinding(false)}
                onFound={(mixture) => {
                  stand([...ends, mixture]);
                  setFinding(false);
                }}
              />
            )}
          </div>
        </>
      }
      trouble={error}
      slip={
        <Slip
          sheet={sheet}
          request={request}
          patches={patches}
          patchWord="Cell"
          selected={place}
          onSelect={setSelected}
          summary={chart?.title ?? ""}
          remark={chart ? remarkOn(chart, place, at) : ""}
          onTrail={trail}
        />
      }
    >
      {chart ? (
        <>
          {chart.layers && (
            <Thickness
              ahead={chart.layers}
              at={at}
              onMove={setLaid}
              onDrop={() => laid !== null && set({ coats: chart.layers?.coats[laid] }, "coats")}
            />
          )}
          <ChartGrid
            chart={chart}
            at={at}
            notes={draft.notes}
            selected={place}
            onSelect={setSelected}
          />
        </>
      ) : (
        !error && (
          <NothingYet
            mixing={request !== null || isPending}
            says={kind.question}
            tubes={tubes}
            onExample={example && (() => set(example))}
          />
        )
      )}
    </Bench>
  );
}
