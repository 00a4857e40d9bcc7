import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type History, history, startHistory } from "./history";

/** A draft of a few fields, each of which some control changes. */
type Fields = readonly number[];

interface Set {
  field: number;
  value: number;
  stroke: string | undefined;
}

const FIELDS = 4;
const START: Fields = Array(FIELDS).fill(0);

const made = (state: History<Fields>, { field, value, stroke }: Set) =>
  history(state, {
    type: "change",
    to: (now) => now.map((was, i) => (i === field ? value : was)),
    ...(stroke === undefined ? {} : { stroke }),
  });

const field = fc.nat(FIELDS - 1);
const value = fc.integer({ min: 1, max: 1e6 });
/** Choices that stand for themselves. */
const choices = fc.array(fc.record({ field, value, stroke: fc.constant(undefined) }), {
  maxLength: 60,
});
/** Strokes: one field after another is pulled through some values, never the same twice running. */
const strokes = fc
  .array(fc.tuple(field, fc.array(value, { minLength: 1, maxLength: 6 })), { maxLength: 20 })
  .map((all) => all.filter(([at], i) => at !== all[i - 1]?.[0]));

const undone = (state: History<Fields>) => history(state, { type: "undo" });
const redone = (state: History<Fields>) => history(state, { type: "redo" });

describe("undo", () => {
  it("takes back every choice by itself, and brings every one back", () => {
    fc.assert(
      fc.property(choices, (all) => {
        const states = [startHistory(START)];
        for (const each of all) states.push(made(states.at(-1) as History<Fields>, each));
        const drafts = states.map((state) => state.present);
        let state = states.at(-1) as History<Fields>;
        for (const draft of drafts.slice(0, -1).reverse()) {
          state = undone(state);
          expect(state.present).toEqual(draft);
        }
        expect(undone(state)).toBe(state);
        for (const draft of drafts.slice(1)) {
          state = redone(state);
          expect(state.present).toEqual(draft);
        }
      }),
    );
  });

  it("takes back a whole stroke at once, and only that one", () => {
    fc.assert(
      fc.property(strokes, (all) => {
        let state = startHistory(START);
        const before: Fields[] = [];
        for (const [at, values] of all) {
          before.push(state.present);
          for (const each of values)
            state = made(state, { field: at, value: each, stroke: `field ${at}` });
        }
        for (const draft of before.reverse()) {
          state = undone(state);
          expect(state.present).toEqual(draft);
        }
        expect(state.past).toEqual([]);
      }),
    );
  });

  it("keeps two things of one kind apart, and a stroke that was broken off", () => {
    // Three passages held, one after another: three things to take back.
    let state = startHistory(START);
    for (const at of [0, 1, 2]) state = made(state, { field: at, value: 1, stroke: undefined });
    expect(undone(state).present).toEqual([1, 1, 0, 0]);
    // The same slider, before and after something was taken back.
    state = startHistory(START);
    state = made(state, { field: 0, value: 1, stroke: "white" });
    state = redone(undone(state));
    state = made(state, { field: 0, value: 2, stroke: "white" });
    expect(undone(state).present).toEqual([1, 0, 0, 0]);
  });

  it("remembers a hundred changes", () => {
    let state = startHistory(START);
    for (let i = 1; i <= 150; i++) state = made(state, { field: 0, value: i, stroke: undefined });
    for (let i = 0; i < 200; i++) state = undone(state);
    expect(state.present).toEqual([50, 0, 0, 0]);
  });
});
