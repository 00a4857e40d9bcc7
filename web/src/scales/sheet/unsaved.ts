import { type Draft, emptyDraft } from "./draft";

/** A draft with the revision it stands on, kept in the browser so that a reload loses nothing. */
export interface Unsaved {
  draft: Draft;
  revision: number | null;
}

const storeKey = (owner: string, place: string) => `mesotint.sheet.${owner}.${place}`;

export function keepUnsaved(owner: string, place: string, unsaved: Unsaved | null): void {
  const key = storeKey(owner, place);
  if (unsaved) window.localStorage.setItem(key, JSON.stringify(unsaved));
  else window.localStorage.removeItem(key);
}

export function readUnsaved(owner: string, place: string): Unsaved | null {
  try {
    const found = JSON.parse(window.localStorage.getItem(storeKey(owner, place)) ?? "null");
    const kind = found?.draft?.request?.kind;
    if (kind !== "scale" && kind !== "triangle" && kind !== "chart") return null;
    const empty = emptyDraft(kind);
    const request = { ...empty.request, ...found.draft.request };
    return { draft: { ...empty, ...found.draft, request }, revision: found.revision ?? null };
  } catch {
    return null;
  }
}
