import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useRef } from "react";
import type { Me, Sheet } from "../api/client";
import { sheetQuery } from "../api/queries";
import { Note } from "../ui/Note";
import { ScaleBench } from "./pair/ScaleBench";
import { isAdopted, release, takeInHand } from "./sheet/born";
import {
  type ChartDraft,
  type Draft,
  draftOf,
  emptyDraft,
  type Kind,
  type ScaleDraft,
  type TriadDraft,
} from "./sheet/draft";

const TriadBench = lazy(() => import("./triad/TriadBench"));
const ChartBench = lazy(() => import("./chart/ChartBench"));

interface Bench {
  key: string;
  sheet: Sheet | null;
  start: Draft;
}

let benches = 0;

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
  const bench = useRef<{ place: string; made: Bench } | null>(null);
  const place = sheetId === null ? `new ${kind} ${turn}` : String(sheetId);
  if (bench.current?.place !== place) {
    if (bench.current && isAdopted(sheetId)) {
      bench.current = { ...bench.current, place };
      release();
    } else if (sheetId === null) {
      benches += 1;
      const start = takeInHand() ?? emptyDraft(kind);
      bench.current = { place, made: { key: `${place} ${benches}`, sheet: null, start } };
    } else if (found.data && !found.isFetching) {
      benches += 1;
      const made = { key: `${place} ${benches}`, sheet: found.data, start: draftOf(found.data) };
      bench.current = { place, made };
    } else {
      return (
        <div className="bg-stage p-8">
          {found.error ? <Note>{found.error.message}</Note> : <p>Fetching the sheet …</p>}
        </div>
      );
    }
  }
  if (!bench.current) return null;
  const { key, sheet, start } = bench.current.made;
  const props = { me, sheet, address: `new-${kind}-${turn}` };
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
