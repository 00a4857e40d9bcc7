import type {
  ChartRequest,
  ScaleRequest,
  Sheet,
  SheetMeasure,
  SheetRequest,
  TriadRequest,
  Tube,
  TubeMixture,
} from "../../api/client";
import { DEFAULTS, TABLES } from "../../api/tables";
import { mixtureName } from "../mixture";
import { type ChartDraft, chartOf, emptyChart, endsOf, isEnough, KINDS } from "./kinds";

export const [FEWEST_STEPS, MOST_STEPS] = TABLES.steps;

/** Most white or water that is offered; more makes every step alike (our own judgement). */
export const MOST_LIGHTENER = 12;

/** The light a sheet is kept and opened under; the room's light only changes how it is looked at. */
export const KEPT_LIGHT = "D65";

export type Unlit<T> = Omit<T, "light" | "finish">;

/** A scale that is being chosen: an end may still be missing. The light is the room's. */
export type ScaleDraft = Omit<Unlit<ScaleRequest>, "first" | "second"> & {
  first: TubeMixture | null;
  second: TubeMixture | null;
};
export type TriadDraft = Omit<Unlit<TriadRequest>, "corners"> & {
  corners: Array<TubeMixture | null>;
};
export type RequestDraft = ScaleDraft | TriadDraft | ChartDraft;
export type Kind = RequestDraft["kind"];

/** A sheet being made: what the painter chose, kept or not. */
export interface Draft<R extends RequestDraft = RequestDraft> {
  name: string;
  request: R;
  measure: SheetMeasure;
  /** What each patch is for, by its place. */
  notes: Record<number, string>;
}

/** What the server takes where nothing is said, without what the room tells. */
function unlit<T extends object>(given: T): Omit<T, "light" | "finish"> {
  const { light: _light, finish: _finish, ...rest } = given as T & Record<string, unknown>;
  return rest as Omit<T, "light" | "finish">;
}

export const EMPTY_SCALE = {
  ...unlit(DEFAULTS.ScaleIn),
  ...{ first: null, second: null, third: null, hold: null },
} as ScaleDraft;

export const EMPTY_TRIAD = {
  ...unlit(DEFAULTS.TriadIn),
  corners: [null, null, null],
} as TriadDraft;

const EMPTY: Record<Kind, RequestDraft> = {
  scale: EMPTY_SCALE,
  triad: EMPTY_TRIAD,
  chart: emptyChart(),
};

export function emptyDraft(kind: Kind): Draft {
  return draftWith(EMPTY[kind]);
}

/** A new sheet of a request. */
export function draftWith<R extends RequestDraft>(request: R): Draft<R> {
  return { name: "", request, measure: DEFAULTS.SheetMeasure, notes: {} };
}

/** Every end a request has, in order. */
export function mixturesOf(request: RequestDraft): TubeMixture[] {
  const ends =
    request.kind === "scale"
      ? [request.first, request.second, request.third?.mixture ?? null]
      : request.kind === "triad"
        ? request.corners
        : endsOf(request);
  return ends.filter((end) => end !== null);
}

/** What is asked of the server under a light; null while something is still to be chosen. */
export function requestOf(draft: RequestDraft, light: ScaleRequest["light"]): SheetRequest | null {
  const lit = { finish: "satin", light } as const;
  switch (draft.kind) {
    case "scale": {
      const { first, second } = draft;
      return first && second ? { ...draft, ...lit, first, second } : null;
    }
    case "triad": {
      const corners = draft.corners.filter((corner) => corner !== null);
      return corners.length === 3 ? { ...draft, ...lit, corners } : null;
    }
    case "chart":
      return isEnough(draft) ? ({ ...draft, ...lit } as unknown as ChartRequest) : null;
  }
}

/** A kept sheet, to go on with. */
export function draftOf(sheet: Sheet): Draft {
  const { light: _light, finish: _finish, ...request } = sheet.request;
  const notes = sheet.patches.flatMap((patch, i) => (patch.note ? [[i, patch.note]] : []));
  return {
    name: sheet.name,
    request:
      request.kind === "chart"
        ? chartOf(request)
        : ({ ...EMPTY[request.kind], ...request } as RequestDraft),
    measure: sheet.measure,
    notes: Object.fromEntries(notes),
  };
}

/** A name to find a sheet by until the painter gives it a better one. */
export function nameFor(draft: RequestDraft, tubes: readonly Tube[]): string {
  const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
  const names = mixturesOf(draft).map((end) => mixtureName(end, tubes));
  const told =
    draft.kind === "scale"
      ? `${names[0] ?? ""} into ${lower(names[1] ?? "")}`
      : draft.kind === "triad"
        ? names.map((name, i) => (i ? lower(name) : name)).join(", ")
        : `${KINDS[draft.chart].noun} of ${names.map(lower).join(", ") || "the desk"}`;
  return told.slice(0, 120);
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
    const at = replaced(Number(place), request.steps, steps);
    notes[at] = notes[at] ? `${notes[at]}; ${text}` : text;
  }
  return { ...draft, request: { ...request, steps, pins }, notes };
}
