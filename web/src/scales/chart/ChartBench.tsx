import { useQuery } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import type { Chart, Tube } from "../../api/client";
import { tubesQuery, useComputed } from "../../api/queries";
import { useViewing } from "../../app/viewing";
import { Button } from "../../ui/Button";
import { Bench, type BenchProps } from "../Bench";
import { MixtureChip } from "../MixtureChip";
import { NothingYet } from "../NothingYet";
import {
  CHART_MIXTURES,
  type ChartDraft,
  examplePair,
  exampleTriad,
  oneTube,
  requestOf,
  tubeOf,
} from "../sheet/draft";
import { useSheet } from "../sheet/useSheet";
import { Slip } from "../slip/Slip";
import { ChartGrid } from "./ChartGrid";
import { ChartOptions } from "./ChartOptions";

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
};

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
  const [, most] = CHART_MIXTURES[asked.chart];
  const patches = useMemo(() => chart?.rows.flat() ?? [], [chart]);
  const place = Math.min(selected, Math.max(0, patches.length - 1));

  const pick = (tube: Tube) => {
    if (darkening) {
      set({ dark: oneTube(tube.id) });
      setDarkening(false);
      return;
    }
    const there = asked.mixtures.findIndex((end) => tubeOf(end) === tube.id);
    if (there >= 0) remove(there);
    // A full chart gives its last place to the new tube.
    else set({ mixtures: [...asked.mixtures.slice(0, most - 1), oneTube(tube.id)], base: [] });
  };
  const remove = (at: number) =>
    set({ mixtures: asked.mixtures.filter((_, i) => i !== at), base: [] });
  const example =
    asked.chart === "complement" || asked.chart === "tints"
      ? examplePair(tubes)
      : asked.chart === "values"
        ? tubes
            .filter((t) => t.paint.family.includes("carbon"))
            .slice(0, 1)
            .map((t) => oneTube(t.id))
        : exampleTriad(tubes);

  return (
    <Bench
      sheet={sheet}
      inUse={asked.mixtures.map(tubeOf)}
      hint={darkening ? "Tap what darkens." : "Tap a tube to add it, or to take it out."}
      onPick={pick}
      head={
        <>
          <ChartOptions sheet={sheet} />
          <div className="flex flex-wrap items-center gap-2">
            {asked.mixtures.map((end, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: an end is its place
              <span key={i} className="flex">
                <MixtureChip
                  word={asked.chart === "browns" ? "In the base" : `Row ${i + 1}`}
                  end={end}
                  tubes={tubes}
                  active={false}
                  onActive={() => remove(i)}
                />
                <Button aria-label="Take it out" onClick={() => remove(i)}>
                  <X aria-hidden="true" size={18} />
                </Button>
              </span>
            ))}
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
        />
      }
    >
      {chart ? (
        <ChartGrid chart={chart} notes={draft.notes} selected={place} onSelect={setSelected} />
      ) : (
        !error && (
          <NothingYet
            mixing={request !== null || isPending}
            says={ASKS[asked.chart]}
            onExample={example?.length ? () => set({ mixtures: [...example] }) : null}
          />
        )
      )}
    </Bench>
  );
}
