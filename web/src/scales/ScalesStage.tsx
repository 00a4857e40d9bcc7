import { useQuery } from "@tanstack/react-query";
import { type HistoryState, useLocation } from "@tanstack/react-router";
import { type ComponentType, lazy, Suspense, useRef } from "react";
import { usualMeasure } from "../api/preferences";
import { sheetQuery } from "../api/queries";
import type { Me, SheetOut } from "../api/schema";
import { readUnsaved } from "../keeping/unsaved";
import {
  type Draft,
  draftOf,
  emptyDraft,
  PICTURE,
  pictureOf,
  type RequestDraft,
  type Word,
  wordOf,
} from "../mixtures/sheets/draft";
import type { Picture } from "../mixtures/sheets/kinds";
import { UNSAVED_SHEETS } from "../mixtures/sheets/unsaved";
import { newAddress } from "../mixtures/sheets/useNewSheet";
import { Note } from "../ui/Note";
import type { BenchProps } from "./Bench";
import { ScaleBench } from "./pair/ScaleBench";

/** The bench of a sheet, by how it is drawn. */
const BENCHES = {
  run: ScaleBench,
  field: lazy(() => import("./triad/TriadBench")),
  cells: lazy(() => import("./chart/ChartBench")),
} as unknown as Record<Picture, ComponentType<BenchProps<RequestDraft>>>;

interface Bench {
  key: number;
  /** Where it stands now, and where it stood before it was kept. */
  place: string;
  address: string;
  sheet: SheetOut | null;
  start: Draft;
  picture: Picture;
}

/** The Scales stage on one kept sheet, or on a new one of a kind. */
export function ScalesStage({
  me,
  sheetId,
  word,
  turn,
}: {
  me: Me;
  sheetId: number | null;
  word: Word;
  /** Told apart from the last new sheet by this. */
  turn: number;
}) {
  const found = useQuery({ ...sheetQuery(sheetId ?? 0), enabled: sheetId !== null });
  const { draft, goesOn } = useLocation({ select: ({ state }): HistoryState => state });
  const last = useRef<Bench | null>(null);
  const address = newAddress(word, turn);
  const place = sheetId === null ? address : String(sheetId);
  /** What waits there, of an earlier version perhaps, may be drawn otherwise than it was then. */
  const drawn = (start: Draft) =>
    pictureOf((readUnsaved(UNSAVED_SHEETS, me.name ?? "", place)?.draft ?? start).request);
  if (last.current?.place !== place) {
    const was = last.current;
    const key = (was?.key ?? 0) + 1;
    if (was && was.place === goesOn) {
      last.current = { ...was, place };
    } else if (sheetId === null) {
      const start =
        draft && wordOf(draft.request) === word
          ? draft
          : { ...emptyDraft(PICTURE[word]), measure: usualMeasure(me) };
      last.current = { key, place, address, sheet: null, start, picture: drawn(start) };
    } else if (found.data && !found.isFetching) {
      const start = draftOf(found.data);
      last.current = { key, place, address, sheet: found.data, start, picture: drawn(start) };
    } else {
      return (
        <div className="bg-stage p-8">
          {found.error ? <Note>{found.error.message}</Note> : <p>Fetching the sheet …</p>}
        </div>
      );
    }
  }
  if (!last.current) return null;
  const { key, sheet, start, picture } = last.current;
  const Shown = BENCHES[picture];
  return (
    <Suspense fallback={<p className="p-8">Laying out the stage …</p>}>
      <Shown key={key} me={me} sheet={sheet} address={last.current.address} start={start} />
    </Suspense>
  );
}
