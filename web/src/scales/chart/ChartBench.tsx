import { useQuery } from "@tanstack/react-query";
import { Pipette, X } from "lucide-react";
import { useMemo, useState } from "react";
import type { Chart, Tube } from "../../api/client";
import { tubesQuery, useComputed } from "../../api/queries";
import { useViewing } from "../../app/viewing";
import { MixtureFinder } from "../../piles/targets/MixtureFinder";
import { differenceText } from "../../seen/difference";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Bench, type BenchProps } from "../Bench";
import { MixtureChip, SmallChip } from "../MixtureChip";
import { NothingYet } from "../NothingYet";
import {
  CHART_COLUMNS,
  CHART_MIXTURES,
  type ChartDraft,
  draftWith,
  EMPTY_SCALE,
  exampleGrid,
  exampleLayers,
  examplePair,
  exampleShades,
  exampleTriad,
  oneTube,
  requestOf,
  tubeOf,
} from "../sheet/draft";
import { useNewSheet } from "../sheet/useNewSheet";
import { useSheet } from "../sheet/useSheet";
import { Slip } from "../slip/Slip";
import { ChartGrid } from "./ChartGrid";
import { ChartOptions } from "./ChartOptions";
import { nearestTo, Thickness } from "./Thickness";

const ASKS: Record<ChartDraft["chart"], string> = {
  complement: "Choose two tubes: every step between them, opened with white in rows.",
  browns:
    "Choose the tubes of a base, three primaries say: their brown, and a richer one for each.",
  values: "Choose a black, or a dark mixture: its scale to white, even in Munsell value.",
  tints: "Choose tubes: each opened with white, a row each.",
  strings: "Choose tubes: each brought to every value, from shadow to light.",
  recession: "Choose tubes: each near, in the middle, and far away.",
  calibration:
    "Choose one to six tubes: painted and photographed, this sheet tells what is really in them.",
  telling: "Choose tubes: the mixtures of them that would tell most of what is not known yet.",
  grid: "Choose tubes for down and for across: reds against greens, say, each with each.",
  darks: "The darks of your desk, best first.",
  shades: "Choose a colour: a row for each thing that may darken it, or lighten it.",
  layers: "Choose what lies dry below, down, and what is glazed over it, across.",
  wheel: "The hues of the wheel, each mixed true from the tubes beside it.",
};

/** What is called down and across on a chart of two sides. */
const SIDES: Partial<Record<ChartDraft["chart"], readonly [down: string, across: string]>> = {
  grid: ["Down", "Across"],
  shades: ["The colour", "By what"],
  layers: ["Dry below", "Glazed over"],
};

/** What there is to say of a cell: of its row, of its column, and of itself. */
function remarkOn(chart: Chart, place: number, at: number): string {
  const columns = chart.column_labels.length;
  const [row, column] = [Math.floor(place / columns), place % columns];
  const there = chart.column_says[column];
  const away = chart.layers?.away[place]?.[at];
  const told = [
    chart.row_says[row],
    chart.remarks[row]?.[column],
    away !== undefined && `It is off by ${differenceText(away)}.`,
    there && `At this hue stands ${there}.`,
  ];
  return told.filter(Boolean).join(" ");
}

/** The bench on which charts are laid out, cell by cell. */
export default function ChartBench({ me, sheet: opened, start, address }: BenchProps<ChartDraft>) {
  const sheet = useSheet(me, opened, start, address);
  const { draft, set } = sheet;
  const { request: asked } = draft;
  const { light } = useViewing();
  const { data: tubes = [], isPending } = useQuery(tubesQuery);
  const request = useMemo(() => requestOf(asked, light), [asked, light]);
  const { data, error } = useComputed("chart", request?.kind === "chart" ? request : null);
  const chart: Chart | undefined = request ? data : undefined;
  const [selected, setSelected] = useState(0);
  const [darkening, setDarkening] = useState(false);
  const [finding, setFinding] = useState(false);
  /** On a chart of two sides: whether a tapped tube goes across. */
  const [across, setAcross] = useState(false);
  const [laid, setLaid] = useState<number | null>(null);
  const sides = SIDES[asked.chart];
  const side = sides && across ? "columns" : "mixtures";
  const [, most] =
    side === "columns" ? (CHART_COLUMNS[asked.chart] ?? [0, 0]) : CHART_MIXTURES[asked.chart];
  const patches = useMemo(() => chart?.rows.flat() ?? [], [chart]);
  const place = Math.min(selected, Math.max(0, patches.length - 1));

  const pick = (tube: Tube) => {
    if (darkening) {
      set({ dark: oneTube(tube.id) });
      setDarkening(false);
      return;
    }
    const there = asked[side].findIndex((end) => tubeOf(end) === tube.id);
    if (there >= 0) remove(side, there);
    // A full chart gives its last place to the new tube.
    else
      set({ [side]: [...asked[side].slice(0, most - 1), oneTube(tube.id)], base: [], richer: [] });
    // There is one colour to shade; what comes next is what it is shaded with.
    if (asked.chart === "shades") setAcross(true);
  };
  const remove = (of: "mixtures" | "columns", at: number) =>
    set({ [of]: asked[of].filter((_, i) => i !== at), base: [], richer: [] });
  const sided =
    asked.chart === "grid"
      ? exampleGrid(tubes)
      : asked.chart === "layers"
        ? exampleLayers(tubes)
        : asked.chart === "shades"
          ? exampleShades(tubes)
          : null;
  const example =
    asked.chart === "complement" || asked.chart === "tints"
      ? examplePair(tubes)
      : asked.chart === "values"
        ? tubes
            .filter((t) => t.paint.family.includes("carbon"))
            .slice(0, 1)
            .map((t) => oneTube(t.id))
        : exampleTriad(tubes);

  const fromDesk = CHART_MIXTURES[asked.chart][0] === 0 && !sides;
  const named = !sides && !fromDesk;
  const begin = useNewSheet();
  const columns = chart?.column_labels.length ?? 1;
  /** Of a grid's cell: the whole trail between its two paints. */
  const trail =
    asked.chart === "grid" && asked.order === "given"
      ? () =>
          begin(
            draftWith({
              ...EMPTY_SCALE,
              medium: asked.medium,
              ground: asked.ground,
              lightener: asked.white,
              first: asked.mixtures[Math.floor(place / columns)] ?? null,
              second: asked.columns[place % columns] ?? null,
            }),
          )
      : null;
  const at = laid ?? nearestTo(chart?.layers?.coats ?? [], asked.coats);

  return (
    <Bench
      sheet={sheet}
      inUse={[...asked.mixtures, ...asked.columns].map(tubeOf)}
      hint={
        darkening
          ? "Tap what darkens."
          : sides
            ? `${sides[across ? 1 : 0]}: tap a tube to add it, or to take it out.`
            : "Tap a tube to add it, or to take it out."
      }
      onPick={pick}
      head={
        <>
          <ChartOptions sheet={sheet} />
          <div className="flex flex-wrap items-center gap-2">
            {sides && (
              <Choice
                label="Which side a tapped tube goes to"
                options={[
                  ["down", sides[0]],
                  ["across", sides[1]],
                ]}
                value={across ? "across" : "down"}
                onChoose={(to) => setAcross(to === "across")}
              />
            )}
            {asked[side].map((end, i) => {
              const out = () => remove(side, i);
              // What stands beside the rows and above the columns is named there.
              return named ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: an end is its place
                <span key={i} className="flex">
                  <MixtureChip
                    word={asked.chart === "browns" ? "In the base" : `Row ${i + 1}`}
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
            {fromDesk && asked.mixtures.length === 0 && (
              <span className="text-chalk-soft">
                From all tubes on the desk; tap some to narrow it.
              </span>
            )}
            <Button
              aria-label="Find a mixture for the chart"
              disabled={asked[side].length >= most}
              onClick={() => setFinding(true)}
            >
              <Pipette aria-hidden="true" size={18} />
            </Button>
            {finding && (
              <MixtureFinder
                name="the chart"
                onClose={() => setFinding(false)}
                onFound={(mixture) => {
                  set({ [side]: [...asked[side], mixture], base: [], richer: [] });
                  setFinding(false);
                }}
              />
            )}
            {asked.chart === "strings" && (
              <MixtureChip
                word="Darkened with"
                end={asked.dark ?? null}
                tubes={tubes}
                active={darkening}
                onActive={() => setDarkening(!darkening)}
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
            says={ASKS[asked.chart]}
            tubes={tubes}
            onExample={
              sided
                ? sided.mixtures.length && sided.columns.length
                  ? () => set(sided)
                  : null
                : example?.length
                  ? () => set({ mixtures: [...example] })
                  : null
            }
          />
        )
      )}
    </Bench>
  );
}
