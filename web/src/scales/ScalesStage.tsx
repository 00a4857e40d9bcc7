import { useQuery } from "@tanstack/react-query";
import { type HistoryState, useLocation } from "@tanstack/react-router";
import { lazy, Suspense, useRef } from "react";
import type { Me, Sheet } from "../api/client";
import { usualMeasure } from "../api/preferences";
import { sheetQuery } from "../api/queries";
import {
  type Draft,
  draftOf,
  emptyDraft,
  type Kind,
  type ScaleDraft,
  type TriadDraft,
} from "../mixtures/sheets/draft";
import type { ChartDraft } from "../mixtures/sheets/kinds";
import { newAddress } from "../mixtures/sheets/useNewSheet";
import { Note } from "../ui/Note";
import { ScaleBench } from "./pair/ScaleBench";

const TriadBench = lazy(() => import("./triad/TriadBench"));
const ChartBench = lazy(() => import("./chart/ChartBench"));

interface Bench {
  key: number;
  /** Where it stands now, and where it stood before it was kept. */
  place: string;
  address: string;
  sheet: Sheet | null;
  start: Draft;
}

/** The Scales stage on one kept sheet, or on a new one of a kind. */
export function ScalesStage({
  me,
  sheetId,
  kind,
  turn,
}: {
  me: Me;
  sheetId: number | null;
  kind: Kind;
  /** Told apart from the last new sheet by this. */
  turn: number;
}) {
  const found = useQuery({ ...sheetQuery(sheetId ?? 0), enabled: sheetId !== null });
  const { draft, goesOn } = useLocation({ select: ({ state }): HistoryState => state });
  const last = useRef<Bench | null>(null);
  const address = newAddress(kind, turn);
  const place = sheetId === null ? address : String(sheetId);
  if (last.current?.place !== place) {
    const was = last.current;
    const key = (was?.key ?? 0) + 1;
    if (was && was.place === goesOn) {
      last.current = { ...was, place };
    } else if (sheetId === null) {
      const start =
        draft?.request.kind === kind ? draft : { ...emptyDraft(kind), measure: usualMeasure(me) };
      last.current = { key, place, address, sheet: null, start };
    } else if (found.data && !found.isFetching) {
      last.current = { key, place, address, sheet: found.data, start: draftOf(found.data) };
    } else {
      return (
        <div className="bg-stage p-8">
          {found.error ? <Note>{found.error.message}</Note> : <p>Fetching the sheet …</p>}
        </div>
      );
    }
  }
  if (!last.current) return null;
  const { key, sheet, start } = last.current;
  const props = { me, sheet, address: last.current.address };
  return (
    <Suspense fallback={<p className="p-8">Laying out the stage …</p>}>
      {start.request.kind === "scale" && (
        <ScaleBench key={key} {...props} start={start as Draft<ScaleDraft>} />
      )}
      {start.request.kind === "triad" && (
        <TriadBench key={key} {...props} start={start as Draft<TriadDraft>} />
      )}
      {start.request.kind === "chart" && (
        <ChartBench key={key} {...props} start={start as Draft<ChartDraft>} />
      )}
    </Suspense>
  );
}
