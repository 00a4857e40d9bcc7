import type { UnsavedStore } from "../../keeping/unsaved";
import { type Draft, emptyDraft } from "./draft";

/** Sheets that are not kept yet. */
export const UNSAVED_SHEETS: UnsavedStore<Draft> = {
  kind: "sheet",
  mended: (found) => {
    const draft = found as Draft | undefined;
    const kind = draft?.request?.kind;
    if (kind !== "scale" && kind !== "triangle" && kind !== "chart") return null;
    const empty = emptyDraft(kind);
    const request = { ...empty.request, ...draft?.request } as Draft["request"];
    return { ...empty, ...draft, request };
  },
};
