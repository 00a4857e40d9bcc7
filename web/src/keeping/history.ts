/** What was chosen before and after, to take back and to bring back. */
export interface History<D> {
  past: D[];
  present: D;
  future: D[];
  /** The stroke that the last change was part of; none where it stood for itself. */
  stroke: string | null;
}

export type Action<D> =
  /** Changes with the same `stroke`, one after another, are undone as one: a pull of a slider, a
   * word typed. Whoever gives one names the very thing that is changed. */
  | { type: "change"; to: (draft: D) => D; stroke?: string }
  | { type: "undo" }
  | { type: "redo" }
  | { type: "open"; draft: D };

const REMEMBERED = 100;

export function startHistory<D>(draft: D): History<D> {
  return { past: [], present: draft, future: [], stroke: null };
}

export function history<D>(state: History<D>, action: Action<D>): History<D> {
  const { past, present, future } = state;
  switch (action.type) {
    case "open":
      return startHistory(action.draft);
    case "change": {
      const next = action.to(present);
      if (next === present) return state;
      const stroke = action.stroke ?? null;
      const same = stroke !== null && state.stroke === stroke;
      return {
        past: same ? past : [...past, present].slice(-REMEMBERED),
        present: next,
        future: [],
        stroke,
      };
    }
    case "undo": {
      const before = past.at(-1);
      if (!before) return state;
      return {
        past: past.slice(0, -1),
        present: before,
        future: [present, ...future],
        stroke: null,
      };
    }
    case "redo": {
      const [next, ...rest] = future;
      if (!next) return state;
      return { past: [...past, present], present: next, future: rest, stroke: null };
    }
  }
}
