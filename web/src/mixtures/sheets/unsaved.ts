import type { TubeMixture } from "../../api/schema";
import type { UnsavedStore } from "../../keeping/unsaved";
import { type Draft, draftWith } from "./draft";
import { chartOf } from "./kinds";

type Request = Record<string, unknown>;

/** A request by the names that its fields have now: one that waited may be of an older version. */
function renamed(request: unknown): Request {
  const { ends, ...rest } = request as Request;
  const third = rest.third as { end?: unknown; mixture?: unknown; parts?: unknown } | null;
  const mixture = third?.mixture ?? third?.end;
  return {
    ...rest,
    ...(rest.kind === "triangle" ? { kind: "triad" } : {}),
    ...(ends === undefined ? {} : { mixtures: ends }),
    ...(mixture ? { third: mixture, third_parts: third?.parts } : {}),
  };
}

/** One that was no chart by its own kind, and a complement chart as the scale that it is. */
function asChart({ kind, ...rest }: Request): Request | null {
  if (rest.chart === "complement") {
    const [first = null, second = null] = (rest.mixtures ?? []) as TubeMixture[];
    const [, ...openings] = (rest.openings ?? []) as number[];
    return { ...rest, chart: "scale", first, second, steps: rest.count, openings };
  }
  if (kind === "chart") return rest;
  return kind === "scale" || kind === "triad" ? { ...rest, chart: kind } : null;
}

/** Sheets that are not kept yet. */
export const UNSAVED_SHEETS: UnsavedStore<Draft> = {
  kind: "sheet",
  mended: (found) => {
    const draft = found as Draft | undefined;
    const request = draft?.request && asChart(renamed(draft.request));
    if (!request) return null;
    const empty = draftWith(chartOf(request));
    return {
      ...{ ...empty, ...draft },
      request: empty.request,
      measure: { ...empty.measure, ...draft?.measure },
    };
  },
};
