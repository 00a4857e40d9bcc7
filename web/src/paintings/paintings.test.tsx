import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { tubesQuery } from "../api/queries";
import type {
  CandidateOut,
  CurveOut,
  HarmonisedOut,
  HarmonyOut,
  Look,
  TrailOut,
  VersionOut,
} from "../api/schema";
import { answerWith, studio } from "../testing/wire";
import {
  EMPTY_PAINTING,
  EMPTY_PASSAGE,
  type RequestDraft,
  requestOf,
  UNSAVED_PAINTINGS,
} from "./draft";
import { FigureList } from "./Figures";
import { MotherSlip } from "./mother/MotherSlip";
import { ShareRun } from "./mother/ShareRun";
import { TradeOff } from "./mother/TradeOff";
import { Patchwork } from "./Patchwork";
import { Versions } from "./palette/Versions";
import { PassageSlip } from "./passages/PassageSlip";
import { SchoolsView } from "./schools/SchoolsView";
import type { Shown } from "./shown";
import type { OpenPainting } from "./usePainting";

beforeEach(() => {
  vi.stubGlobal(
    "ResizeObserver",
    class {
      constructor(private told: (entries: unknown[]) => void) {}
      observe() {
        this.told([{ contentRect: { width: 400, height: 300 } }]);
      }
      disconnect() {}
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const look = (srgb: string): Look => ({
  srgb,
  value_srgb: "#777777",
  opened_srgb: "#eeeeee",
  in_gamut: true,
  lab: [50, 0, 0],
  munsell: "5B 4/2",
  name: "dull blue",
});

const PULL: TrailOut = {
  share: [0, 0.25, 1],
  lab: [
    [50, 20, 0],
    [50, 10, 0],
    [50, 0, 0],
  ],
  srgb: ["#000000", "#808080", "#ffffff"],
  value_srgb: ["#000000", "#808080", "#ffffff"],
  opened_srgb: ["#000000", "#808080", "#ffffff"],
  in_gamut: [true, true, true],
};

const CURVE: CurveOut = {
  fractions: [0, 0.5, 1],
  spread_degrees: [100, 50, 10],
  chroma_kept: [1, 0.8, 0.5],
  contrast_kept: [1, 0.95, 0.7],
};

const passage = (name: string, area: number) => ({
  ...EMPTY_PASSAGE,
  name,
  area,
  mixture: { name: "", parts: [{ tube: 1, parts: 2 }] },
});

const REQUEST: RequestDraft = {
  ...EMPTY_PAINTING.request,
  passages: [passage("Hull", 60), passage("Fog", 40)],
  mother: { kind: "tube", id: 9, colour: "" },
};

const each = (share: number): HarmonisedOut => ({
  field: [0, 0, 0.5, 1],
  before: look("#112233"),
  after: look("#223344") as HarmonisedOut["after"],
  share,
  delta_e: 3,
  parts: [{ name: "Blue", share: 1 }],
  mixture: [{ tube: 1, parts: 1 }],
  pull: PULL,
  trouble: "",
});

const JUDGED = {
  ...{
    spread_before: 100,
    spread_after: 50,
    halved: true,
    gathered: 0.9,
    chroma_kept: 0.9,
    contrast_kept: 1.02,
  },
  ...{ movement: 3.2, movement_says: "seen side by side", chroma_says: "10 % of the chroma goes" },
};

const HARMONY: HarmonyOut = {
  passages: [each(0.1), each(0.2)],
  apart: [],
  before: { figures: [], outline: [0, 1] },
  after: { figures: [], outline: [0, 1] },
  mother: { look: look("#1a2a4a"), title: "Ultramarine", amount: 0.3, curve: CURVE },
  judged: { ...JUDGED, gives_way: [] },
  together: "",
  pattern: [],
};

/** A painting on the bench, and what is done to its request. */
function shown(request: RequestDraft = REQUEST, more: Partial<Shown> = {}) {
  const changes: RequestDraft[] = [];
  const painting = {
    id: 7,
    draft: { ...EMPTY_PAINTING, name: "Yard", request },
    saved: {
      palette: [{ look: look("#223344"), title: "Hull", area: 1, share: 0, was: look("#112233") }],
      versions: [],
      ticks: [],
    },
    status: "kept",
    trouble: null,
    change: vi.fn(),
    set: (to: (now: RequestDraft) => RequestDraft) => changes.push(to(request)),
    setSaved: vi.fn(),
  } as unknown as OpenPainting;
  const props: Shown = {
    painting,
    request: requestOf(request, "D65"),
    harmony: HARMONY,
    after: HARMONY.passages.map((p) => p.after),
    shares: [0.1, 0.2],
    place: 0,
    ...more,
  };
  return { props, changes, painting };
}

const TUBES = [{ id: 1, label: "Cobalt blue", paint: { key: "PB28" } }];
const room = () => studio((cache) => cache.setQueryData(tubesQuery.queryKey, TUBES as never));

describe("the run of a painting", () => {
  function run() {
    const [onMove, onDrop, onChoose] = [vi.fn(), vi.fn(), vi.fn()];
    render(
      <ShareRun
        passages={REQUEST.passages}
        harmony={HARMONY.passages}
        after={HARMONY.passages.map((p) => p.after)}
        shares={[0.1, 0.25]}
        giving={{ ...REQUEST.giving, pins: [{ place: 1, share: 0.25 }] }}
        chosen={0}
        onChoose={onChoose}
        onMove={onMove}
        onDrop={onDrop}
      />,
      { wrapper: room() },
    );
    return { onMove, onDrop, onChoose };
  }

  it("says every share, and which is held", () => {
    run();
    const [hull, fog] = screen.getAllByRole("slider");
    expect(hull?.getAttribute("aria-label")).toBe("Share of the mother in Hull");
    expect(hull?.getAttribute("aria-valuenow")).toBe("10");
    expect(hull?.getAttribute("aria-valuetext")).toContain("5B 4/2, dull blue");
    expect(fog?.getAttribute("aria-label")).toContain("held");
  });

  it("is walked by keys, which drop at once", async () => {
    const { onMove, onDrop } = run();
    const fog = screen.getAllByRole("slider")[1] as HTMLElement;
    fog.focus();
    await userEvent.keyboard("{ArrowRight}");
    // A quarter is half of the way; a hundredth of the way more lies just beyond it.
    expect(onMove).toHaveBeenCalledWith(1, expect.closeTo(0.25 + 0.75 * 0.02, 6));
    expect(onDrop).toHaveBeenCalledTimes(1);
    await userEvent.keyboard("{Shift>}{ArrowLeft}{/Shift}");
    expect(onMove.mock.calls[1]?.[1]).toBeLessThan(0.25);
    await userEvent.keyboard("a");
    expect(onDrop).toHaveBeenCalledTimes(2);
  });

  it("is dragged, and a mere tap moves nothing", () => {
    const { onMove, onDrop, onChoose } = run();
    const hull = screen.getAllByRole("slider")[0] as HTMLElement;
    hull.setPointerCapture = vi.fn();
    fireEvent.pointerDown(hull, { clientX: 100, pointerId: 1 });
    fireEvent.pointerMove(hull, { clientX: 102, pointerId: 1 });
    fireEvent.pointerUp(hull, { clientX: 102, pointerId: 1 });
    expect(onChoose).toHaveBeenCalledWith(0);
    expect(onMove).not.toHaveBeenCalled();
    fireEvent.pointerDown(hull, { clientX: 100, pointerId: 1 });
    fireEvent.pointerMove(hull, { clientX: 180, pointerId: 1 });
    fireEvent.pointerUp(hull, { clientX: 180, pointerId: 1 });
    expect(onMove.mock.calls[0]?.[1]).toBeGreaterThan(0.1);
    expect(onDrop).toHaveBeenCalledTimes(1);
  });
});

describe("the trade-off", () => {
  function curve(fraction: number) {
    const [onPull, onPulled] = [vi.fn(), vi.fn()];
    render(
      <TradeOff curve={CURVE} half={50} fraction={fraction} onPull={onPull} onPulled={onPulled} />,
      { wrapper: room() },
    );
    return { onPull, onPulled, slider: screen.getByRole("slider") };
  }

  it("says what a pull brings and costs, between its points as well", () => {
    expect(curve(0.25).slider.getAttribute("aria-valuetext")).toBe(
      "hues 75° apart, 90 % of the chroma and 98 % of the accents' contrast kept",
    );
  });

  it("is walked by keys and never leaves its ends", async () => {
    const { onPulled, slider } = curve(0.995);
    slider.focus();
    await userEvent.keyboard("{ArrowRight}{Shift>}{ArrowLeft}{/Shift}");
    expect(onPulled.mock.calls[0]?.[0]).toBe(1);
    expect(onPulled.mock.calls[1]?.[0]).toBeCloseTo(0.895, 9);
  });

  it("takes the nearest point of the curve", () => {
    const { onPull, onPulled, slider } = curve(0);
    slider.setPointerCapture = vi.fn();
    fireEvent.pointerDown(slider, { clientX: 390, clientY: 150, pointerId: 1 });
    expect(onPull.mock.calls[0]?.[0]).toBeGreaterThan(0.7);
    fireEvent.pointerUp(slider, { clientX: 58, clientY: 60, pointerId: 1 });
    expect(onPulled.mock.calls[0]?.[0]).toBeLessThan(0.1);
  });
});

describe("the slip of a passage", () => {
  it("makes what does not cover the whole cover it", async () => {
    const { props, changes } = shown({
      ...REQUEST,
      passages: [passage("Hull", 150), passage("Fog", 150)],
    });
    render(<PassageSlip {...props} onChoose={vi.fn()} />, { wrapper: room() });
    expect(screen.getByRole("alert").textContent).toContain("cover 300 %");
    await userEvent.click(screen.getByRole("button", { name: "Make it 100 %" }));
    expect(changes[0]?.passages.map((p) => p.area)).toEqual([50, 50]);
  });

  it("tells parts by tube, takes one out, and lets passages touch", async () => {
    const { props, changes } = shown();
    const onChoose = vi.fn();
    render(<PassageSlip {...props} onChoose={onChoose} />, { wrapper: room() });
    const parts = screen.getByLabelText("Cobalt blue, parts");
    await userEvent.clear(parts);
    await userEvent.type(parts, "3");
    expect(changes.at(-1)?.passages[0]?.mixture?.parts).toEqual([{ tube: 1, parts: 3 }]);
    await userEvent.click(screen.getByRole("button", { name: "No Cobalt blue" }));
    expect(changes.at(-1)?.passages[0]?.mixture).toBe(null);
    await userEvent.click(screen.getByRole("checkbox", { name: "Fog" }));
    expect(changes.at(-1)?.touching).toEqual([[0, 1]]);
    await userEvent.click(screen.getByRole("button", { name: "Take it out" }));
    expect(changes.at(-1)?.passages.map((p) => p.name)).toEqual(["Fog"]);
    expect(onChoose).toHaveBeenCalledWith(0);
  });
});

describe("the slip of the mother", () => {
  const candidate = (id: number, title: string, wishes: string[] = []): CandidateOut => ({
    look: look("#334455"),
    ...JUDGED,
    title,
    mother: { kind: "tube", id, colour: "" },
    gives_way: wishes,
    least_share: 0.004,
    most_share: 0.4,
    own: true,
    says: "“Rope” becomes greyer.",
  });

  it("offers mothers, marks the chosen one and what gives way, and takes another", async () => {
    answerWith(() => ({
      body: {
        together: "",
        mothers: [candidate(9, "Ultramarine"), candidate(3, "Ochre", ["No."])],
      },
    }));
    const { props, changes } = shown();
    render(<MotherSlip {...props} />, { wrapper: room() });
    const rows = await screen.findByRole("region", { name: "What may be the mother" });
    const ochre = await within(rows).findByRole("button", { name: /Ochre/ });
    expect(within(rows).getByRole("button", { name: /Ultramarine/ }).ariaPressed).toBe("true");
    expect(ochre.textContent).toContain("share 1\u00a0in\u00a0250 to 40\u00a0%");
    expect(within(ochre).getByLabelText("wishes that give way")).toBeTruthy();
    await userEvent.click(ochre);
    expect(changes[0]?.mother).toMatchObject({ kind: "tube", id: 3 });
    expect(changes[0]?.giving).toMatchObject({ amount: null, pins: [] });
  });

  it("says which wish gives way, and holds a passage where it is", async () => {
    answerWith(() => ({ body: { together: "", mothers: [] } }));
    const wish = "Two passages change places in value.";
    const { props, changes } = shown(REQUEST, {
      harmony: { ...HARMONY, judged: { ...JUDGED, gives_way: [wish] } },
    });
    render(<MotherSlip {...props} />, { wrapper: room() });
    expect(screen.getByTestId("verdict").textContent).toContain(wish);
    await userEvent.click(screen.getByRole("button", { name: "Hold Hull where it is" }));
    expect(changes[0]?.giving.pins).toEqual([{ place: 0, share: 0.1 }]);
    await userEvent.click(screen.getByLabelText("Bound each move"));
    expect(changes[1]?.giving.most_delta_e).toBe(6);
    await userEvent.type(screen.getByLabelText("Or any colour"), " N 5 ");
    await userEvent.click(screen.getByRole("button", { name: "Try it" }));
    expect(changes[2]?.mother).toEqual({ kind: "colour", id: 0, colour: "N 5" });
  });
});

describe("the schools", () => {
  it("can be taken where their mixtures can be mixed", async () => {
    const school = (key: string, mixtures: unknown) => ({
      ...JUDGED,
      gives_way: [],
      ...{ school: key, title: { limited: "One limited set", glaze: "A glaze over all" }[key] },
      says: "said",
      passages: [look("#111111"), look("#222222")],
      mixtures,
    });
    const mixtures = [1, 2].map((tube) => ({ name: "", parts: [{ tube, parts: 1 }] }));
    answerWith(() => ({ body: [school("limited", mixtures), school("glaze", null)] }));
    const { props, changes } = shown();
    render(<SchoolsView {...props} picture={null} onChoose={vi.fn()} onMother={vi.fn()} />, {
      wrapper: room(),
    });
    await userEvent.click(await screen.findByRole("button", { name: /^A glaze over all/ }));
    expect(screen.queryByRole("button", { name: "Take these mixtures" })).toBeNull();
    await userEvent.click(screen.getByRole("button", { name: /^One limited set/ }));
    await userEvent.click(screen.getByRole("button", { name: "Take these mixtures" }));
    expect(changes[0]?.mother).toBe(null);
    expect(changes[0]?.passages.map((p) => p.mixture?.parts[0]?.tube)).toEqual([1, 2]);
  });

  it("wait for a mother colour", async () => {
    const onMother = vi.fn();
    const { props } = shown({ ...REQUEST, mother: null });
    render(<SchoolsView {...props} picture={null} onChoose={vi.fn()} onMother={onMother} />, {
      wrapper: room(),
    });
    await userEvent.click(screen.getByRole("button", { name: "Choose a mother colour" }));
    expect(onMother).toHaveBeenCalled();
  });
});

describe("versions", () => {
  const VERSION = {
    ...{ id: 3, title: "Blue", says: "ΔE 4.2 from the bench", created: "2026-01-01T00:00:00Z" },
    request: requestOf(REQUEST, "D65"),
    palette: [],
  } as VersionOut;

  it("are kept by name, gone back to, and thrown away", async () => {
    const { painting, changes } = shown();
    const kept = { ...painting.saved, versions: [VERSION] };
    const log = answerWith(({ method }) => ({
      status: method === "POST" ? 201 : 200,
      body:
        method === "DELETE"
          ? null
          : method === "GET"
            ? kept
            : { ...VERSION, id: 4, title: "Violet" },
    }));
    render(<Versions painting={painting} />, { wrapper: room() });
    expect(await screen.findByText("ΔE 4.2 from the bench")).toBeTruthy();
    await userEvent.type(screen.getByLabelText("Name the palette as it is"), "Violet");
    await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
    await waitFor(() => expect(log[1]?.body).toEqual({ name: "Violet" }));
    await userEvent.click(
      screen.getAllByRole("button", { name: "Go back to it" })[1] as HTMLElement,
    );
    expect(changes[0]?.passages).toEqual(REQUEST.passages);
    expect(changes[0]).not.toHaveProperty("light");
    await userEvent.click(screen.getByRole("button", { name: "Throw away Blue" }));
    await screen.findByText(/is thrown away/);
    await userEvent.click(screen.getByRole("button", { name: "Bring it back" }));
    await waitFor(() => expect(log.at(-1)?.path).toBe("/api/paintings/versions/3/restore"));
  });
});

describe("what is told of a painting", () => {
  it("shows each figure with what it means, and its source when it is opened", async () => {
    const figure = {
      ...{ name: "Hue spread", told: "111°", says: "All around.", why: "It weighs." },
      ...{ source: "Mardia and Jupp 2000", alarm: true, places: [] },
    };
    render(<FigureList figures={{ figures: [figure], outline: [] }} />, { wrapper: room() });
    expect(screen.getByLabelText("to mend")).toBeTruthy();
    await userEvent.click(screen.getByText("All around."));
    expect(screen.getByText(/Mardia and Jupp 2000/)).toBeTruthy();
  });

  it("lays the fields in their shares, and a tap chooses one", () => {
    const onChoose = vi.fn();
    const { container } = render(
      <Patchwork
        label="Before"
        colours={[look("#112233"), null]}
        fields={[
          [0, 0, 0.6, 1],
          [0.6, 0, 0.4, 1],
        ]}
        ratio={2}
        names={["Hull", "Fog"]}
        onChoose={onChoose}
      />,
      { wrapper: room() },
    );
    const fields = [...container.querySelectorAll<HTMLElement>("[data-field]")];
    expect(fields.map((field) => field.style.left)).toEqual(["0%", "60%"]);
    expect(fields[1]?.className).toContain("hatched");
    fireEvent.pointerDown(fields[1] as HTMLElement);
    expect(onChoose).toHaveBeenCalledWith(1);
  });
});

describe("a draft that waits in the browser", () => {
  it("is filled up where it is older than the code, and dropped where it is none", () => {
    const mended = UNSAVED_PAINTINGS.mended({ name: "Old", request: { passages: [] } });
    expect(mended?.request.giving).toEqual(EMPTY_PAINTING.request.giving);
    expect(mended?.name).toBe("Old");
    expect(UNSAVED_PAINTINGS.mended({ request: {} })).toBe(null);
    expect(UNSAVED_PAINTINGS.mended(null)).toBe(null);
  });
});
