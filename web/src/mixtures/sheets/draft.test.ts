import { beforeEach, describe, expect, it } from "vitest";
import type { SheetOut, TubeOut } from "../../api/schema";
import { history, startHistory } from "../../keeping/history";
import { keepUnsaved, readUnsaved } from "../../keeping/unsaved";
import { examplePair } from "../examples";
import { oneTube, tubeOf } from "../mixture";
import {
  type Draft,
  draftOf,
  draftWith,
  emptyDraft,
  nameFor,
  requestOf,
  type ScaleDraft,
  withSteps,
} from "./draft";
import { asKind, chartOf, emptyChart, exampleOf, KINDS, OFFERED } from "./kinds";
import { UNSAVED_SHEETS } from "./unsaved";

const EMPTY_SCALE = emptyChart("scale") as ScaleDraft;
const EMPTY_TRIAD = emptyChart("triad");

const scale = (patch: Partial<ScaleDraft> = {}): Draft<ScaleDraft> =>
  draftWith({ ...EMPTY_SCALE, ...patch });

const change = (patch: Partial<ScaleDraft>, stroke?: string) => ({
  type: "change" as const,
  stroke,
  to: (draft: Draft) => ({ ...draft, request: { ...draft.request, ...patch } as ScaleDraft }),
});

const steps = (draft: Draft) => (draft.request as ScaleDraft).steps;

describe("undo", () => {
  it("takes back one choice at a time and brings it back", () => {
    let state = startHistory<Draft>(scale());
    state = history(state, change({ steps: 7 }));
    state = history(state, change({ steps: 8 }));
    state = history(state, { type: "undo" });
    expect(steps(state.present)).toBe(7);
    state = history(state, { type: "redo" });
    expect(steps(state.present)).toBe(8);
  });

  it("takes a whole pull of the white as one change, and each note by itself", () => {
    let state = startHistory<Draft>(scale());
    for (const lightener of [0.5, 1, 1.5])
      state = history(state, change({ lightener }, "lightener"));
    expect(history(state, { type: "undo" }).present.request).toMatchObject({ lightener: 0 });
    const note = (place: number, text: string) => ({
      type: "change" as const,
      stroke: `note ${place}`,
      to: (draft: Draft) => ({ ...draft, notes: { ...draft.notes, [place]: text } }),
    });
    for (const text of ["r", "ro", "rope"]) state = history(state, note(2, text));
    state = history(state, note(3, "fog"));
    expect(history(state, { type: "undo" }).present.notes).toEqual({ 2: "rope" });
  });

  it("forgets what was undone once something else is chosen", () => {
    let state = history(startHistory<Draft>(scale()), change({ steps: 7 }));
    state = history(state, { type: "undo" });
    state = history(state, change({ spacing: "parts" }));
    expect(steps(history(state, { type: "redo" }).present)).toBe(EMPTY_SCALE.steps);
  });

  it("does nothing where there is nothing to undo, or nothing changed", () => {
    const state = startHistory<Draft>(scale());
    expect(history(state, { type: "undo" })).toBe(state);
    expect(history(state, { type: "change", to: (draft) => draft })).toBe(state);
  });
});

describe("what is asked of the server", () => {
  it("is nothing until everything it needs is chosen", () => {
    const first = oneTube(1);
    expect(requestOf({ ...EMPTY_SCALE, first }, "D65")).toBeNull();
    expect(requestOf({ ...EMPTY_SCALE, first, second: oneTube(2) }, "A")).toMatchObject({
      first,
      light: "A",
    });
    expect(requestOf({ ...EMPTY_TRIAD, corners: [first, null, first] }, "D65")).toBeNull();
    expect(requestOf({ ...emptyChart("browns"), mixtures: [first] }, "D65")).toBeNull();
    expect(requestOf({ ...emptyChart("values"), mixtures: [first] }, "D65")).not.toBeNull();
  });
});

describe("another number of steps", () => {
  it("carries pins and notes to their part of the way", () => {
    const draft = {
      ...scale({ steps: 9, pins: [{ place: 4, share: 0.3 }] }),
      notes: { 2: "rope", 8: "sky" },
    };
    const fewer = withSteps(draft, 5);
    expect(fewer.request.pins).toEqual([{ place: 2, share: 0.3 }]);
    expect(fewer.notes).toEqual({ 1: "rope", 4: "sky" });
    const opened = { ...draft, notes: { 2: "rope", 17: "sky", 18: "fog" } };
    expect(withSteps(opened, 5).notes).toEqual({ 1: "rope", 9: "sky", 10: "fog" });
  });

  it("drops a pin that has no place left, and joins notes that meet", () => {
    const draft = {
      ...scale({
        steps: 9,
        pins: [
          { place: 4, share: 0.3 },
          { place: 5, share: 0.4 },
        ],
      }),
      notes: { 4: "rope", 5: "sand" },
    };
    const fewest = withSteps(draft, 3);
    expect(fewest.request.pins).toEqual([{ place: 1, share: 0.3 }]);
    expect(Object.values(fewest.notes)).toEqual(["rope; sand"]);
  });
});

describe("a kept sheet", () => {
  it("is gone on with as it was asked for, notes and all", () => {
    const request = { ...EMPTY_SCALE, first: oneTube(1), second: oneTube(2), pins: [] };
    const sheet = {
      name: "Fog",
      request: { ...request, light: "D65", finish: "satin" },
      measure: { kind: "drops" },
      patches: [{ note: "" }, { note: "rope" }],
    } as unknown as SheetOut;
    expect(draftOf(sheet)).toEqual({
      name: "Fog",
      request,
      measure: { kind: "drops" },
      notes: { 1: "rope" },
    });
  });
});

describe("names", () => {
  const tubes = [
    { id: 1, label: "Cadmium orange" },
    { id: 2, label: "Ultramarine blue" },
  ] as TubeOut[];

  it("say what a sheet is made of until it has one of its own", () => {
    const ends = { first: oneTube(1), second: oneTube(2) };
    expect(nameFor({ ...EMPTY_SCALE, ...ends }, tubes)).toBe(
      "Cadmium orange into ultramarine blue",
    );
    expect(nameFor({ ...emptyChart("browns"), mixtures: [oneTube(2)] }, tubes)).toBe(
      "Browns of ultramarine blue",
    );
  });

  it("know a tube from a mixture", () => {
    expect(tubeOf(oneTube(7))).toBe(7);
    expect(tubeOf({ name: "", parts: [...oneTube(1).parts, ...oneTube(2).parts] })).toBeNull();
    expect(tubeOf(null)).toBeNull();
  });
});

describe("unsaved work", () => {
  beforeEach(() => window.localStorage.clear());

  it("is there again after a reload, for its painter alone", () => {
    keepUnsaved(UNSAVED_SHEETS, "ann", "new-scale", {
      draft: { ...emptyDraft("run"), name: "Fog" },
      revision: 3,
    });
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "new-scale")).toMatchObject({
      draft: { name: "Fog" },
      revision: 3,
    });
    expect(readUnsaved(UNSAVED_SHEETS, "ben", "new-scale")).toBeNull();
    keepUnsaved(UNSAVED_SHEETS, "ann", "new-scale", null);
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "new-scale")).toBeNull();
  });

  it("of an earlier version has what its kind of chart takes now", () => {
    const request = {
      ...{ kind: "chart", chart: "strings", medium: "opaque", ground: "bright white" },
      ...{ mixtures: [oneTube(1)], columns: [], base: [], more: 1, richer: [], count: 9 },
      ...{ openings: [0, 1], values: [3, 5, 8], dark: oneTube(2), lighter: 8, cooler: 8 },
      ...{ greyer: 0.35, ratio: "parts", row_parts: 2, up: false },
    };
    window.localStorage.setItem(
      "mesotint.sheet.ann.new-chart",
      JSON.stringify({ draft: { name: "Rope", request, notes: {} }, revision: null }),
    );
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "new-chart")?.draft.request).toEqual({
      ...{ kind: "chart", chart: "strings", medium: "opaque", ground: "bright white" },
      ...{ mixtures: [oneTube(1)], dark: [oneTube(2)], values: [3, 5, 8] },
    });
  });

  it("of an earlier version is a kind of chart, whatever it was called", () => {
    const waits = (place: string, request: object) => {
      const unsaved = JSON.stringify({ draft: { name: "Rope", request, notes: {} } });
      window.localStorage.setItem(`mesotint.sheet.ann.${place}`, unsaved);
      return readUnsaved(UNSAVED_SHEETS, "ann", place)?.draft.request;
    };
    const laid = { medium: "wash", ground: "cream" };
    const scale = { first: oneTube(1), second: oneTube(2), steps: 7, pins: [] };
    const third = { mixture: oneTube(3), parts: 0.2 };
    expect(waits("new-scale", { kind: "scale", ...laid, ...scale, third })).toEqual({
      ...{ ...EMPTY_SCALE, ...laid, ...scale },
      ...{ third: oneTube(3), third_parts: 0.2 },
    });
    const corners = [oneTube(1), null, oneTube(2)];
    expect(waits("new-triad", { kind: "triangle", ...laid, corners })).toEqual({
      ...{ ...EMPTY_TRIAD, ...laid, corners },
    });
    const complement = { kind: "chart", chart: "complement", ...laid, count: 7, openings: [0, 1] };
    expect(waits("new-chart", { ...complement, mixtures: [oneTube(1), oneTube(2)] })).toEqual({
      ...{ ...EMPTY_SCALE, ...laid, ...scale, openings: [1] },
    });
  });

  it("that cannot be read is left alone", () => {
    for (const broken of ["{broken", "null", '{"draft": {"request": {"kind": "pie"}}}']) {
      window.localStorage.setItem("mesotint.sheet.ann.new-scale", broken);
      expect(readUnsaved(UNSAVED_SHEETS, "ann", "new-scale")).toBeNull();
    }
  });
});

describe("a kind of chart", () => {
  it("holds what it takes and nothing else, whatever it is made from", () => {
    const wheel = chartOf({ chart: "wheel", count: 24, up: true, mixtures: [oneTube(3)] });
    expect(wheel).toMatchObject({ chart: "wheel", count: 24, mixtures: [oneTube(3)] });
    expect(wheel).not.toHaveProperty("up");
    for (const [chart] of OFFERED) expect(chartOf(emptyChart(chart))).toEqual(emptyChart(chart));
    expect(chartOf({ chart: "pie" }).chart).toBe("grid");
  });

  it("takes over the tubes of another as far as it has places for them", () => {
    const mixtures = [1, 2, 3].map(oneTube);
    const many = { ...emptyChart("tints"), medium: "wash" as const, mixtures };
    expect(asKind(many, "values")).toMatchObject({ mixtures: [oneTube(1)], medium: "wash" });
    expect(asKind(many, "recession")).toMatchObject({ medium: "opaque" });
    // The whole desk is sought first.
    expect(asKind(many, "darks").mixtures).toEqual([]);
  });

  it("begins with an example from the tubes that are there, each once", () => {
    const box = ["PY3", "PR101", "PB29", "PV19", "PG7"].map(
      (key, id) => ({ id: id + 1, paint: { key } }) as TubeOut,
    );
    expect(exampleOf(KINDS.browns, box)?.mixtures).toEqual([4, 1, 3].map(oneTube));
    expect(exampleOf(KINDS.grid, box)).toMatchObject({ columns: [5, 3].map(oneTube), white: 2 });
    expect(exampleOf(KINDS.grid, box.slice(0, 1))).toBeNull();
    expect(exampleOf(KINDS.darks, box)).toBeNull();
  });
});

describe("the example", () => {
  const tube = (id: number, key: string) => ({ id, paint: { key } }) as TubeOut;

  it("is an orange with the blue that mutes it, where the box has them", () => {
    const found = examplePair([tube(1, "PY3"), tube(2, "PB29"), tube(3, "PO20")]);
    expect(found?.map(tubeOf)).toEqual([3, 2]);
  });

  it("is not offered for a box of one tube or none", () => {
    expect(examplePair([])).toBeNull();
    expect(examplePair([tube(1, "PB29")])).toBeNull();
  });
});
