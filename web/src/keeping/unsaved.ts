/**
 * A draft with the revision it stands on and the token of the window it is kept from, held in the
 * browser so that a reload loses nothing.
 */
export interface Unsaved<D> {
  draft: D;
  revision: number | null;
  token?: string;
}

/** Where a kind of draft waits in the browser; `mended` fills up one that is older than the code. */
export interface UnsavedStore<D> {
  kind: string;
  mended: (found: unknown) => D | null;
}

const storeKey = (kind: string, owner: string, place: string) =>
  `mesotint.${kind}.${owner}.${place}`;

export function keepUnsaved<D>(
  { kind }: UnsavedStore<D>,
  owner: string,
  place: string,
  unsaved: Unsaved<D> | null,
): void {
  const key = storeKey(kind, owner, place);
  if (unsaved) window.localStorage.setItem(key, JSON.stringify(unsaved));
  else window.localStorage.removeItem(key);
}

export function readUnsaved<D>(
  { kind, mended }: UnsavedStore<D>,
  owner: string,
  place: string,
): Unsaved<D> | null {
  try {
    const key = storeKey(kind, owner, place);
    const found = JSON.parse(window.localStorage.getItem(key) ?? "null");
    const draft = found && mended(found.draft);
    return draft ? { draft, revision: found.revision ?? null, token: found.token } : null;
  } catch {
    return null;
  }
}
