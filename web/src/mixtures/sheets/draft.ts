import type { ChartRequest, Light } from "../../api/client";
import type {
  ScaleChartIn,
  SheetMeasure,
  SheetOut,
  TriadChartIn,
  TubeMixture,
  TubeOut,
} from "../../api/schema";
import { DEFAULTS, TABLES } from "../../api/tables";
import { mixtureName } from "../../mixtures/mixture";
import {
  type ChartDraft,
  chartOf,
  emptyChart,
  firstOf,
  isEnough,
  KINDS,
  type Picture,
  sideOf,
} from "./kinds";

export const [FEWEST_STEPS, MOST_STEPS] = TABLES.steps;

/** Most white or water that is offered; more makes every step alike (our own judgement). */
export const MOST_LIGHTENER = 12;

/** The light a sheet is kept and opened under; the room's light only changes how it is looked at. */
export const KEPT_LIGHT = "D65";

type Unlit<T> = Omit<T, "light" | "finish">;

/** A scale that is being chosen: an end may still be missing. The light is the room's. */
export type ScaleDraft = ChartDraft &
  Omit<Unlit<ScaleChartIn>, "first" | "second" | "third"> &
  Record<"first" | "second" | "third", TubeMixture | null>;
export type TriadDraft = ChartDraft &
  Omit<Unlit<TriadChartIn>, "corners"> & { corners: Array<TubeMixture | null> };
export type RequestDraft = ChartDraft;

/** The word in the address of a new sheet, by how it is drawn. */
export const WORDS = { run: "scale", field: "triad", cells: "chart" } as const;
export type Word = (typeof WORDS)[Picture];

export const PICTURES = Object.keys(WORDS) as Picture[];
export const PICTURE = Object.fromEntries(
  PICTURES.map((picture) => [WORDS[picture], picture]),
) as Record<Word, Picture>;
export const pictureOf = (request: RequestDraft): Picture => KINDS[request.chart].picture;
export const wordOf = (request: RequestDraft): Word => WORDS[pictureOf(request)];

/** A sheet being made: what the painter chose, kept or not. */
export interface Draft<R extends RequestDraft = RequestDraft> {
  name: string;
  request: R;
  measure: SheetMeasure;
  /** What each patch is for, by its place. */
  notes: Record<number, string>;
}

/** A new sheet of a request. */
export function draftWith<R extends RequestDraft>(request: R): Draft<R> {
  return { name: "", request, measure: DEFAULTS.SheetMeasure, notes: {} };
}

/** A new sheet that is drawn so, with nothing on it. */
export const emptyDraft = (picture: Picture): Draft => draftWith(emptyChart(firstOf(picture)));

/** What is asked of the server under a light; null while something is still to be chosen. */
export function requestOf(draft: RequestDraft, light: Light): ChartRequest | null {
  const lit = { finish: "satin", light } as const;
  return isEnough(draft) ? ({ ...draft, ...lit } as unknown as ChartRequest) : null;
}

/** A kept sheet, to go on with. */
export function draftOf(sheet: SheetOut): Draft {
  const notes = sheet.patches.flatMap((patch, i) => (patch.note ? [[i, patch.note]] : []));
  return {
    name: sheet.name,
    request: chartOf(sheet.request),
    measure: sheet.measure,
    notes: Object.fromEntries(notes),
  };
}

/** A name to find a sheet by until the painter gives it a better one. */
export function nameFor(draft: RequestDraft, tubes: readonly TubeOut[]): string {
  const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
  const { noun, joined, sides } = KINDS[draft.chart];
  const names = sides
    // What has no name of its own is called by what it needs.
    .filter(({ fewest }) => noun || fewest > 0)
    .flatMap(({ name }) => sideOf(draft, name))
    .map((end) => mixtureName(end, tubes));
  const called = names.map((name, i) => (noun || i ? lower(name) : name)).join(joined);
  return (noun ? `${noun} of ${called || "the desk"}` : called).slice(0, 120);
}

/** Places of steps when their number changes: what was pinned or noted keeps its part of the way. */
export function replaced(place: number, from: number, to: number): number {
  return Math.round((place * (to - 1)) / (from - 1));
}

/** A scale with another number of steps, its pins and notes carried along. */
export function withSteps(draft: Draft<ScaleDraft>, steps: number): Draft<ScaleDraft> {
  const { request } = draft;
  const pins: ScaleDraft["pins"] = [];
  for (const pin of request.pins) {
    const place = replaced(pin.place, request.steps, steps);
    const before = pins.at(-1)?.place ?? 0;
    if (place > before && place < steps - 1) pins.push({ ...pin, place });
  }
  const notes: Record<number, string> = {};
  for (const [place, text] of Object.entries(draft.notes)) {
    // Of a row that is opened the same part of the way, in the same row.
    const row = Math.floor(Number(place) / request.steps);
    const at = row * steps + replaced(Number(place) % request.steps, request.steps, steps);
    notes[at] = notes[at] ? `${notes[at]}; ${text}` : text;
  }
  return { ...draft, request: { ...request, steps, pins }, notes };
}
