import type { UnsavedStore } from "../../keeping/unsaved";
import { type Draft, emptyDraft } from "./draft";
import { chartOf } from "./kinds";

/** A request by the names that its fields have now: one that waited may be of an older version. */
function renamed(request: unknown): Record<string, unknown> {
  const { ends, ...rest } = request as Record<string, unknown>;
  const third = rest.third as { end?: unknown; parts?: unknown } | null | undefined;
  return {
    ...rest,
    ...(rest.kind === "triangle" ? { kind: "triad" } : {}),
    ...(ends === undefined ? {} : { mixtures: ends }),
    ...(third?.end ? { third: { mixture: third.end, parts: third.parts } } : {}),
  };
}

/** Sheets that are not kept yet. */
export const UNSAVED_SHEETS: UnsavedStore<Draft> = {
  kind: "sheet",
  mended: (found) => {
    const draft = found as Draft | undefined;
    const now = draft?.request && renamed(draft.request);
    const kind = now?.kind as Draft["request"]["kind"] | undefined;
    if (kind !== "scale" && kind !== "triad" && kind !== "chart") return null;
    const empty = emptyDraft(kind);
    const request =
      kind === "chart" ? chartOf(now ?? {}) : ({ ...empty.request, ...now } as Draft["request"]);
    return { ...empty, ...draft, request, measure: { ...empty.measure, ...draft?.measure } };
  },
};
