import { act, cleanup, render, renderHook, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Pile } from "../api/client";
import { answerWith, SILENCE, studio } from "../testing/wire";
import { millilitres, PileSlip } from "./PileSlip";
import { newToken, usePileEvents } from "./usePile";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LOOK = { srgb: "#7a7a7a", value_srgb: "#7a7a7a", in_gamut: true, munsell: "N 5" };

const advised = (tube: number, volume_ml: number, first_ml: number) => ({
  ...LOOK,
  ...{ tube, volume_ml, first_ml, label: `tube ${tube}`, says: "then it is N 5, grey" },
});

/** A pile as the server would tell it. */
const pile = (patch: Record<string, unknown> = {}): Pile =>
  ({
    ...{ id: 3, name: "Wet slate", changed: "2026-01-01", look: LOOK, target: LOOK },
    ...{ target_name: "slate", steps: [], taken_back: 0, volume_ml: 0, advice: null },
    ...patch,
  }) as unknown as Pile;

const ADVICE = {
  ...{ wrong: ["too green"], waits: false, says: "It is too green.", start_again: false },
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
});

describe("what is done to a pile", () => {
  const event = (token: string) => ({ kind: "add" as const, tube: 1, volume_ml: 2, token });

  it("is sent again under its own mark when the line was silent", async () => {
    let tries = 0;
    const log = answerWith(() => {
      tries += 1;
      return tries < 3 ? SILENCE() : { body: pile({ volume_ml: 2 }) };
    });
    const { result } = renderHook(() => usePileEvents(3), { wrapper: studio() });
    act(() => result.current.mutate(event("mark-one")));
    await waitFor(() => expect(result.current.isSuccess).toBe(true));
    const sent = log.filter(({ method }) => method === "POST");
    expect(sent.map(({ path }) => path)).toEqual(Array(3).fill("/api/piles/3/events"));
    expect(new Set(sent.map(({ body }) => (body as { token: string }).token)).size).toBe(1);
  });

  it("is not sent again when it was refused", async () => {
    const log = answerWith(() => ({ status: 422, body: { detail: "volume: above zero." } }));
    const { result } = renderHook(() => usePileEvents(3), { wrapper: studio() });
    act(() => result.current.mutate(event("mark-two")));
    await waitFor(() => expect(result.current.error?.message).toBe("volume: above zero."));
    expect(log).toHaveLength(1);
  });

  it("goes one after the other, in the order it was done", async () => {
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
    const { result } = renderHook(() => usePileEvents(3), { wrapper: studio() });
    const marks = ["first", "second", "third"];
    act(() => {
      for (const token of marks) result.current.mutate(event(token));
    });
    await waitFor(() => expect(order).toEqual(marks));
  });

  it("has a mark of its own each time", () => {
    const marks = Array.from({ length: 100 }, newToken);
    expect(new Set(marks).size).toBe(100);
    for (const mark of marks) expect(mark).toMatch(/^[0-9a-f]{32}$/);
  });
});

describe("the slip of a pile", () => {
  const slip = (one: Pile, onAdd = vi.fn(), busy = false) => {
    render(<PileSlip pile={one} busy={busy} onAdd={onAdd} />, { wrapper: studio() });
    return onAdd;
  };

  it("adds of a strong paint what goes in first, and of others all", async () => {
    const onAdd = slip(pile({ advice: ADVICE }));
    expect(screen.getByTestId("advice").textContent).toBe("It is too green.");
    expect(screen.getByRole("region", { name: "Advice" }).textContent).toContain(
      "ΔE 4.3 from the target; ΔE 0.3 once all of this is in, and 1.4 times the paint.",
    );
    await userEvent.click(screen.getByRole("button", { name: "Add 0.20 ml first, then look" }));
    await userEvent.click(screen.getByRole("button", { name: "Add 2.0 ml" }));
    expect(onAdd.mock.calls).toEqual([
      [11, 0.2],
      [12, 2],
    ]);
  });

  it("lets nothing be added twice while an addition is on its way", () => {
    slip(pile({ advice: ADVICE }), vi.fn(), true);
    for (const button of screen.getAllByRole("button", { name: /^Add / }))
      expect(button.hasAttribute("disabled")).toBe(true);
  });

  it("says what is missing where there is no target, and keeps a colour that is none", async () => {
    answerWith(() => ({ status: 422, body: { detail: "target: write a colour, as 5YR 4/2." } }));
    slip(pile({ target: null, target_name: "" }));
    expect(screen.getByText(/Without a target there is no advice/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText("Target"), "mud{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("5YR 4/2");
    expect(screen.getByLabelText("Target")).toHaveProperty("value", "mud");
  });

  it("keeps a name when it is left, and none that is empty", async () => {
    const log = answerWith(() => ({ body: pile({ name: "Slate" }) }));
    slip(pile());
    const name = screen.getByLabelText("Name of the pile");
    await userEvent.clear(name);
    await userEvent.tab();
    expect(log).toHaveLength(0);
    await userEvent.type(name, "Slate");
    await userEvent.tab();
    await waitFor(() =>
      expect(log.find(({ method }) => method === "PATCH")?.body).toEqual({ name: "Slate" }),
    );
  });
});
