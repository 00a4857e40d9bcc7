import { useQuery } from "@tanstack/react-query";
import { act, cleanup, render, renderHook, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { pileQuery } from "../api/queries";
import type { PileOut } from "../api/schema";
import { newToken } from "../api/token";
import { forgetOutbox, useOutbox } from "../keeping/outbox";
import { millilitres, stepAmount } from "../mixtures/amounts";
import { answerWith, SILENCE, studio } from "../testing/wire";

import { PileSlip } from "./PileSlip";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  forgetOutbox();
});

const LOOK = { srgb: "#7a7a7a", value_srgb: "#7a7a7a", in_gamut: true, munsell: "N 5", lab: [50] };

const told = (ml: number) => ({ ml: millilitres(ml), grams: `${ml} g`, drops: "", ribbon: "" });

const advised = (tube: number, volume_ml: number, first_ml: number) => ({
  look: LOOK,
  ...{ tube, pot: null, volume_ml, first_ml, label: `tube ${tube}` },
  ...{ measured: told(volume_ml), first_measured: told(first_ml), says: "then it is N 5, grey" },
  touch: "",
});

/** A pile as the server would tell it. */
const pile = (patch: Record<string, unknown> = {}): PileOut =>
  ({
    ...{ id: 3, name: "Wet slate", kind: "pile", changed: "2026-01-01", look: LOOK, target: LOOK },
    ...{ target_name: "slate", steps: [], taken_back: 0, volume_ml: 0, advice: null },
    ...{ make_up: [], reading: null, reading_delta_e: null, calibrates: [] },
    ...patch,
  }) as unknown as PileOut;

const ADVICE = {
  ...{
    wrong: ["too green"],
    waits: false,
    says: "It is too green.",
    start_again: false,
    fresh: [],
  },
  ...{ delta_e_now: 4.26, delta_e_then: 0.31, growth: 1.42 },
  additions: [advised(11, 0.3, 0.2), advised(12, 2, 2)],
};

describe("amounts", () => {
  it.each([
    [28.4, "28 ml"],
    [1.84, "1.8 ml"],
    [0.164, "0.16 ml"],
    [0.0634, "0.063 ml"],
  ])("%f are read as %s", (ml, told) => expect(millilitres(ml)).toBe(told));

  it("of a step are what was weighed, what came, or what went", () => {
    const step = (patch: Record<string, unknown>) =>
      stepAmount({ volume_ml: null, mass_g: null, ...patch } as never);
    expect(step({ volume_ml: 1.5, mass_g: 2.9 })).toBe("2.9 g");
    expect(step({ volume_ml: 1.5 })).toBe("1.5 ml");
    expect(step({ volume_ml: -0.25 })).toBe("− 0.25 ml");
    expect(step({})).toBe("");
  });
});

describe("what is done to a pile", () => {
  const event = { kind: "add" as const, tube: 1, amount: 2, measure: "ml" as const };
  const outbox = () => renderHook(() => useOutbox("ann"), { wrapper: studio() });
  const tokens = (log: { method: string; body: unknown }[]) =>
    log
      .filter(({ method }) => method === "POST")
      .map(({ body }) => (body as { token: string }).token);

  it("waits while the line is silent, and is sent once it is not, under its own mark", async () => {
    let silent = true;
    const log = answerWith(() => (silent ? SILENCE() : { body: pile() }));
    const { result } = outbox();
    act(() => result.current.put(3, event, "2 ml orange"));
    await waitFor(() => expect(result.current.silent).toBe(true));
    expect(result.current.waiting.map(({ says }) => says)).toEqual(["2 ml orange"]);
    silent = false;
    act(() => {
      window.dispatchEvent(new Event("online"));
    });
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(result.current.silent).toBe(false);
    expect(tokens(log)).toHaveLength(2);
    expect(new Set(tokens(log)).size).toBe(1);
  });

  it("is still there after the page is gone, and is sent in the order it was done", async () => {
    answerWith(() => SILENCE());
    const before = outbox();
    act(() => {
      for (const says of ["first", "second", "third"]) before.result.current.put(3, event, says);
    });
    await waitFor(() => expect(before.result.current.silent).toBe(true));
    const marks = before.result.current.waiting.map((each) => each.token);
    before.unmount();
    forgetOutbox();
    const log = answerWith(() => ({ body: pile() }));
    const { result } = outbox();
    expect(result.current.waiting.map(({ says }) => says)).toEqual(["first", "second", "third"]);
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(tokens(log)).toEqual(marks);
  });

  it("of another painter waits for them", async () => {
    answerWith(() => SILENCE());
    const { result, unmount } = outbox();
    act(() => result.current.put(3, event, "2 ml orange"));
    await waitFor(() => expect(result.current.silent).toBe(true));
    unmount();
    const log = answerWith(() => ({ body: pile() }));
    const ben = renderHook(() => useOutbox("ben"), { wrapper: studio() });
    expect(ben.result.current.waiting).toEqual([]);
    expect(log).toEqual([]);
  });

  it("goes on when the server falls over, and stops for what it refuses", async () => {
    const answers = [
      { status: 502, body: {} },
      { status: 422, body: { detail: "amount: above zero." } },
      { body: pile() },
    ];
    const log = answerWith(() => answers.shift() ?? { body: pile() });
    const { result } = outbox();
    act(() => result.current.put(3, event, "2 ml orange"));
    await waitFor(() => expect(result.current.silent).toBe(true));
    act(() => result.current.put(3, event, "1 ml blue"));
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(log).toHaveLength(3);
    expect(result.current.refused).toEqual({
      ...{ about: "pile 3", says: "2 ml orange", why: "amount: above zero." },
    });
    act(() => result.current.dismiss());
    expect(result.current.refused).toBe(null);
  });

  it("may be any move that needs no instrument, and tells who waits where one goes on", async () => {
    let silent = true;
    const log = answerWith(() => (silent ? SILENCE() : { body: pile({ id: 9 }) }));
    const { result } = outbox();
    const done = vi.fn();
    act(() => {
      result.current.put(3, { kind: "split", into: 3 }, "split it");
      result.current.put(3, { kind: "pot", pot: null }, "into a new pot", done);
    });
    await waitFor(() => expect(result.current.silent).toBe(true));
    expect(done).not.toHaveBeenCalled();
    silent = false;
    log.length = 0;
    act(() => {
      window.dispatchEvent(new Event("online"));
    });
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(log.map(({ path, body }) => [path, (body as { kind: string }).kind])).toEqual([
      ["/api/piles/3/events", "split"],
      ["/api/piles/3/events", "pot"],
    ]);
    expect(done.mock.calls).toEqual([[expect.objectContaining({ id: 9 })]]);
  });

  it("goes one after the other", async () => {
    let busy = 0;
    const order: string[] = [];
    answerWith((async ({ body }: { body: { token: string } }) => {
      busy += 1;
      expect(busy).toBe(1);
      await new Promise((resolve) => window.setTimeout(resolve, 10));
      busy -= 1;
      order.push(body.token);
      return { body: pile() };
    }) as never);
    const { result } = outbox();
    act(() => {
      for (const says of ["first", "second", "third"]) result.current.put(3, event, says);
    });
    const marks = result.current.waiting.map((each) => each.token);
    await waitFor(() => expect(order).toEqual(marks));
  });

  it("is sent also where the browser keeps nothing", async () => {
    vi.stubGlobal("localStorage", {
      getItem: () => null,
      removeItem: () => {},
      setItem: () => {
        throw new DOMException("full", "QuotaExceededError");
      },
      clear: () => {},
    });
    const log = answerWith(() => ({ body: pile() }));
    const { result } = outbox();
    act(() => result.current.put(3, event, "2 ml orange"));
    await waitFor(() => expect(tokens(log)).toHaveLength(1));
    await waitFor(() => expect(result.current.waiting).toEqual([]));
  });

  it("is not undone on screen by an older answer that comes late", async () => {
    let late: (body: unknown) => void = () => {};
    answerWith((({ method }: { method: string }) =>
      method === "GET"
        ? new Promise((resolve) => {
            late = (body) => resolve({ body });
          })
        : { body: pile({ volume_ml: 2 }) }) as never);
    const { result } = renderHook(
      () => ({ outbox: useOutbox("ann"), shown: useQuery(pileQuery(3)).data?.volume_ml }),
      { wrapper: studio((cache) => cache.setQueryData(pileQuery(3).queryKey, pile())) },
    );
    act(() => result.current.outbox.put(3, event, "2 ml orange"));
    await waitFor(() => expect(result.current.shown).toBe(2));
    late(pile());
    await new Promise((resolve) => window.setTimeout(resolve, 20));
    expect(result.current.shown).toBe(2);
  });

  it("has a mark of its own each time", () => {
    const marks = Array.from({ length: 100 }, newToken);
    expect(new Set(marks).size).toBe(100);
    for (const mark of marks) expect(mark).toMatch(/^[0-9a-f]{32}$/);
  });
});

describe("the slip of a pile", () => {
  const slip = (one: PileOut, patch: Partial<Parameters<typeof PileSlip>[0]> = {}) => {
    const acts = { onAdd: vi.fn(), onAgain: vi.fn(), onTarget: vi.fn(), onCalibrate: vi.fn() };
    render(<PileSlip pile={one} measure="ml" busy={false} waiting={[]} {...acts} {...patch} />, {
      wrapper: studio(),
    });
    return acts;
  };

  it("adds of a strong paint what goes in first, and of others all", async () => {
    answerWith(() => ({ body: [] }));
    const { onAdd } = slip(pile({ advice: ADVICE }));
    expect(screen.getByTestId("advice").textContent).toBe("It is too green.");
    expect(screen.getByRole("region", { name: "Advice" }).textContent).toContain(
      "From the target: ΔE\u00a04.3, seen side by side; once all of this is in ΔE\u00a00.3, no eye sees it, and 1.4 times the paint.",
    );
    await userEvent.click(screen.getByRole("button", { name: "Add 0.20 ml first, then look" }));
    await userEvent.click(screen.getByRole("button", { name: "Add 2.0 ml" }));
    expect(onAdd.mock.calls.map(([addition]) => addition.tube)).toEqual([11, 12]);
  });

  it("lets what does not mend the value wait for it", () => {
    answerWith(() => ({ body: [] }));
    slip(pile({ advice: { ...ADVICE, waits: true } }));
    const lines = screen.getByRole("region", { name: "Advice" }).querySelectorAll("li");
    expect([...lines].map((line) => line.textContent?.includes("once the value is right"))).toEqual(
      [false, true],
    );
  });

  it("offers a fresh pile where mending wastes more", async () => {
    answerWith(() => ({ body: [] }));
    const { onAgain } = slip(pile({ advice: { ...ADVICE, start_again: true } }));
    await userEvent.click(screen.getByRole("button", { name: "Begin a fresh pile for it" }));
    expect(onAgain).toHaveBeenCalledOnce();
  });

  it("tells amounts in the painter's measure", () => {
    answerWith(() => ({ body: [] }));
    slip(pile({ advice: ADVICE }), { measure: "grams" });
    expect(screen.getByRole("button", { name: "Add 0.2 g first, then look" })).toBeTruthy();
  });

  it("lets nothing be added twice while an addition is on its way", () => {
    answerWith(() => ({ body: [] }));
    slip(pile({ advice: ADVICE }), { busy: true });
    for (const button of screen.getAllByRole("button", { name: /^Add / }))
      expect(button.hasAttribute("disabled")).toBe(true);
  });

  it("says what waits for the line", () => {
    answerWith(() => ({ body: [] }));
    const event = { kind: "add", tube: 1, amount: 2, measure: "ml", token: "t" } as const;
    slip(pile(), {
      waiting: [{ about: "pile 3", token: "t", pile: 3, event, says: "2 ml orange" }],
    });
    expect(screen.getByRole("status").textContent).toContain("2 ml orange");
  });

  it("says what is missing where there is no target, and what a pot is for", async () => {
    answerWith(() => ({ body: [] }));
    const { onTarget } = slip(pile({ target: null, target_name: "" }));
    expect(screen.getByText(/Without a target there is no advice/)).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Set one" }));
    expect(onTarget).toHaveBeenCalledOnce();
    cleanup();
    slip(pile({ kind: "pot", target: null }));
    expect(screen.getByText(/It is a paint like any other/)).toBeTruthy();
  });

  it("tells what it is made of, what was mixed before, and what a reading is good for", async () => {
    const near = { look: LOOK, id: 1, title: "Fog bank", away: 0.42, parts: [] };
    answerWith(() => ({ body: [near, { ...near, id: 2, title: "Rust", away: 31 }] }));
    const { onCalibrate } = slip(
      pile({
        make_up: [
          { tube: 1, label: "Orange", share: 0.953, volume_ml: 2 },
          { tube: 2, label: "Blue", share: 0.047, volume_ml: 0.1 },
        ],
        calibrates: [{ tube: 2, label: "Blue", alone: true }],
      }),
    );
    expect(screen.getByTestId("make-up").textContent).toBe("Made of 95 % Orange, 4.7 % Blue.");
    const before = await screen.findByRole("region", { name: "Mixed before" });
    expect(before.textContent).toContain("Fog bank: ΔE\u00a00.4, no eye sees it");
    expect(before.textContent).not.toContain("Rust");
    await userEvent.click(screen.getByRole("button", { name: /reading of Blue/ }));
    expect(onCalibrate).toHaveBeenCalledWith(2);
  });

  it("keeps a name when it is left, and none that is empty", async () => {
    const log = answerWith(({ method }) => ({ body: method === "GET" ? [] : pile() }));
    slip(pile());
    const name = screen.getByLabelText("Name of the pile");
    await userEvent.clear(name);
    await userEvent.tab();
    expect(log.filter(({ method }) => method === "PATCH")).toEqual([]);
    await userEvent.type(name, "Slate");
    await userEvent.tab();
    await waitFor(() =>
      expect(log.find(({ method }) => method === "PATCH")?.body).toEqual({ name: "Slate" }),
    );
  });
});
