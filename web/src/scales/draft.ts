import type { SavedScale, ScaleRequest, Tube } from "../api/client";

export const FEWEST_STEPS = 5;
export const MOST_STEPS = 13;
export const MOST_LIGHTENER = 12;

/** The scale being made: what the painter chose, saved or not. */
export interface Draft {
  name: string;
  first: number | null;
  second: number | null;
  steps: number;
  spacing: NonNullable<ScaleRequest["spacing"]>;
  medium: NonNullable<ScaleRequest["medium"]>;
  lightener: number;
  /** Shares where the painter put the steps; null while they are spaced by rule. */
  placed: number[] | null;
}

export const EMPTY: Draft = {
  name: "",
  first: null,
  second: null,
  steps: 9,
  spacing: "chroma",
  medium: "opaque",
  lightener: 0,
  placed: null,
};

export interface History {
  past: Draft[];
  present: Draft;
  future: Draft[];
  /** Which control made the last change; its further changes count as the same one. */
  last: string;
}

export type Action =
  | { type: "change"; patch: Partial<Draft>; by: string }
  | { type: "undo" }
  | { type: "redo" }
  | { type: "open"; draft: Draft };

const REMEMBERED = 100;
/** Controls that send many changes in one go: those are undone in one go. */
const CONTINUOUS = new Set(["lightener", "name", "place"]);

export function startHistory(draft: Draft): History {
  return { past: [], present: draft, future: [], last: "" };
}

export function history(state: History, action: Action): History {
  const { past, present, future } = state;
  switch (action.type) {
    case "open":
      return startHistory(action.draft);
    case "change": {
      const next = { ...present, ...action.patch };
      const same = CONTINUOUS.has(action.by) && state.last === action.by;
      return {
        past: same ? past : [...past, present].slice(-REMEMBERED),
        present: next,
        future: [],
        last: action.by,
      };
    }
    case "undo": {
      const before = past.at(-1);
      if (!before) return state;
      return { past: past.slice(0, -1), present: before, future: [present, ...future], last: "" };
    }
    case "redo": {
      const [next, ...rest] = future;
      if (!next) return state;
      return { past: [...past, present], present: next, future: rest, last: "" };
    }
  }
}

export function requestOf(draft: Draft, light: ScaleRequest["light"]): ScaleRequest | null {
  if (draft.first === null || draft.second === null) return null;
  return {
    first_tube: draft.first,
    second_tube: draft.second,
    steps: draft.steps,
    spacing: draft.spacing,
    medium: draft.medium,
    lightener: draft.lightener,
    finish: "satin",
    light,
    placed: draft.placed,
  };
}

export function draftOf(saved: SavedScale): Draft {
  const { request } = saved;
  return {
    name: saved.name,
    first: request.first_tube,
    second: request.second_tube,
    steps: request.steps ?? EMPTY.steps,
    spacing: request.spacing ?? EMPTY.spacing,
    medium: request.medium ?? EMPTY.medium,
    lightener: request.lightener ?? 0,
    placed: request.placed ?? null,
  };
}

/** A pair to begin with: an orange and the blue that mutes it, or what comes nearest in the box. */
export function examplePair(tubes: readonly Tube[]): [number, number] | null {
  const byKey = (keys: string[]) =>
    keys.map((key) => tubes.find((t) => t.paint.key === key)).find((t) => t !== undefined);
  const warm = byKey(["PO20", "PO73", "PBr7-burnt-sienna", "PR101", "PR108-light"]) ?? tubes[0];
  const cool = byKey(["PB29", "PB28", "PB35", "PB15:3", "PB15:1"]) ?? tubes.at(-1);
  return warm && cool && warm !== cool ? [warm.id, cool.id] : null;
}

const shelfKey = (owner: string, scale: string) => `mesotint.scale.${owner}.${scale}`;

/** A draft with the revision it stands on, kept in the browser so that a reload loses nothing. */
export interface Unsaved {
  draft: Draft;
  revision: number | null;
}

export function keepUnsaved(owner: string, scale: string, unsaved: Unsaved | null): void {
  const key = shelfKey(owner, scale);
  if (unsaved) window.localStorage.setItem(key, JSON.stringify(unsaved));
  else window.localStorage.removeItem(key);
}

export function readUnsaved(owner: string, scale: string): Unsaved | null {
  try {
    const found = JSON.parse(window.localStorage.getItem(shelfKey(owner, scale)) ?? "null");
    return found && typeof found.draft === "object"
      ? { draft: { ...EMPTY, ...found.draft }, revision: found.revision ?? null }
      : null;
  } catch {
    return null;
  }
}
