import type { Draft } from "./draft";

/** What was chosen before and after, to take back and to bring back. */
export interface History {
  past: Draft[];
  present: Draft;
  future: Draft[];
  /** Which control made the last change; its further changes count as the same one. */
  last: string;
}

export type Action =
  | { type: "change"; to: (draft: Draft) => Draft; by: string }
  | { type: "undo" }
  | { type: "redo" }
  | { type: "open"; draft: Draft };

const REMEMBERED = 100;
/** Controls that send many changes in one go: those are undone in one go. */
const CONTINUOUS = /^(lightener|hold|third|name|note|place|point|measure)/;

export function startHistory(draft: Draft): History {
  return { past: [], present: draft, future: [], last: "" };
}

export function history(state: History, action: Action): History {
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
