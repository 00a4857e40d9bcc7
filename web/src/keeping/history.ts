/** What was chosen before and after, to take back and to bring back. */
export interface History<D> {
  past: D[];
  present: D;
  future: D[];
  /** Which control made the last change; its further changes count as the same one. */
  last: string;
}

export type Action<D> =
  | { type: "change"; to: (draft: D) => D; by: string }
  | { type: "undo" }
  | { type: "redo" }
  | { type: "open"; draft: D };

const REMEMBERED = 100;
/** Controls that send many changes in one go: those are undone in one go. */
const CONTINUOUS = /^(lightener|hold|third|name|note|place|point|measure|area|parts|share|surface)/;

export function startHistory<D>(draft: D): History<D> {
  return { past: [], present: draft, future: [], last: "" };
}

export function history<D>(state: History<D>, action: Action<D>): History<D> {
  const { past, present, future } = state;
  switch (action.type) {
    case "open":
      return startHistory(action.draft);
    case "change": {
      const next = action.to(present);
      if (next === present) return state;
      const same = CONTINUOUS.test(action.by) && state.last === action.by;
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
