import { beforeEach, describe, expect, it } from "vitest";
import type { Tube } from "../api/client";
import {
  EMPTY,
  examplePair,
  history,
  keepUnsaved,
  readUnsaved,
  requestOf,
  startHistory,
} from "./draft";

const change = (by: string, patch: Partial<typeof EMPTY>) => ({
  type: "change" as const,
  by,
  patch,
});

describe("undo", () => {
  it("takes back one choice at a time and brings it back", () => {
    let state = startHistory(EMPTY);
    state = history(state, change("steps", { steps: 7 }));
    state = history(state, change("steps", { steps: 8 }));
    state = history(state, { type: "undo" });
    expect(state.present.steps).toBe(7);
    state = history(state, { type: "redo" });
    expect(state.present.steps).toBe(8);
  });

  it("takes a whole pull of the white as one change", () => {
    let state = startHistory(EMPTY);
    for (const lightener of [0.5, 1, 1.5])
      state = history(state, change("lightener", { lightener }));
    expect(history(state, { type: "undo" }).present.lightener).toBe(0);
  });

  it("forgets what was undone once something else is chosen", () => {
    let state = history(startHistory(EMPTY), change("steps", { steps: 7 }));
    state = history(state, { type: "undo" });
    state = history(state, change("spacing", { spacing: "parts" }));
    expect(history(state, { type: "redo" }).present.steps).toBe(EMPTY.steps);
  });

  it("does nothing where there is nothing to undo", () => {
    const state = startHistory(EMPTY);
    expect(history(state, { type: "undo" })).toBe(state);
  });
});

describe("what is asked of the server", () => {
  it("is nothing until there are two tubes", () => {
    expect(requestOf({ ...EMPTY, first: 1 }, "D65")).toBeNull();
    expect(requestOf({ ...EMPTY, first: 1, second: 2 }, "A")).toMatchObject({
      first_tube: 1,
      second_tube: 2,
      light: "A",
    });
  });
});

describe("unsaved work", () => {
  beforeEach(() => window.localStorage.clear());

  it("is there again after a reload, for its painter alone", () => {
    keepUnsaved("ann", "new", { draft: { ...EMPTY, name: "Fog" }, revision: 3 });
    expect(readUnsaved("ann", "new")).toMatchObject({ draft: { name: "Fog" }, revision: 3 });
    expect(readUnsaved("ben", "new")).toBeNull();
    keepUnsaved("ann", "new", null);
    expect(readUnsaved("ann", "new")).toBeNull();
  });

  it("that cannot be read is left alone", () => {
    window.localStorage.setItem("mesotint.scale.ann.new", "{broken");
    expect(readUnsaved("ann", "new")).toBeNull();
  });
});

describe("the example", () => {
  const tube = (id: number, key: string) => ({ id, paint: { key } }) as Tube;

  it("is an orange with the blue that mutes it, where the box has them", () => {
    expect(examplePair([tube(1, "PY3"), tube(2, "PB29"), tube(3, "PO20")])).toEqual([3, 2]);
  });

  it("is not offered for a box of one tube or none", () => {
    expect(examplePair([])).toBeNull();
    expect(examplePair([tube(1, "PB29")])).toBeNull();
  });
});
