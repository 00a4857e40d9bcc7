import { act, cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { ChartRequest } from "../../api/client";
import { computedQuery } from "../../api/queries";
import type { SheetOut, WorkPlan } from "../../api/schema";
import { oneTube } from "../../mixtures/mixture";
import { draftWith, requestOf, type ScaleDraft } from "../../mixtures/sheets/draft";
import { emptyChart } from "../../mixtures/sheets/kinds";
import { answerWith, studio } from "../../testing/wire";
import type { OpenSheet } from "../sheet/useSheet";
import { PlanList } from "./PlanList";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const EMPTY_SCALE = emptyChart("scale") as ScaleDraft;
const PAIR: ScaleDraft = { ...EMPTY_SCALE, first: oneTube(1), second: oneTube(2) };
const REQUEST = requestOf(PAIR, "D65") as ChartRequest;

/** The studio with the sheet on the bench told, as it is before its plan is asked for. */
const told = () =>
  studio((cache) => cache.setQueryData(computedQuery("chart", REQUEST).queryKey, {} as never));

const line = (heading: string, says: string) => ({ heading, says });

/** A plan as the server would answer it: of a let-down, then two steps. */
const PLAN = {
  ...{ key: "separate g", each_ml: 5, worst_delta_e: 0.42, left_ml: 1.26, unit: "g" },
  ...{ spare: [], advice: [] },
  left: { srgb: "#7a7a7a", value_srgb: "#7a7a7a", in_gamut: true, name: "dark grey" },
  lines: [
    line("First mix", "1.0 g of blue into 9.0 g of white"),
    line("Step 1", "4.2 g of orange"),
    line("Step 1", "0.8 g of the let-down"),
    line("Step 2", "5.0 g of orange"),
  ],
  used: [{ key: "PO20", name: "Orange", says: "9.2 g" }],
} as unknown as WorkPlan;

function shown(lines: number[] = [], more: Partial<OpenSheet<ScaleDraft>> = {}, plan = PLAN) {
  answerWith(() => ({ body: plan }));
  const [tick, change] = [vi.fn(), vi.fn()];
  const saved = { ticks: [{ plan: "separate g", lines }] } as unknown as SheetOut;
  const sheet = { id: 7, draft: draftWith(PAIR), saved, tick, change, tickTrouble: null, ...more };
  render(<PlanList sheet={sheet as unknown as OpenSheet<ScaleDraft>} request={REQUEST} />, {
    wrapper: told(),
  });
  return { tick, change };
}

const boxes = () => screen.findAllByRole("checkbox");
const checked = async () => (await boxes()).map((box) => (box as HTMLInputElement).checked);

describe("a work plan", () => {
  it("is asked for once the sheet itself is told", async () => {
    const log = answerWith(() => ({ body: PLAN }));
    const sheet = { id: 7, draft: draftWith(PAIR), saved: null, tickTrouble: null };
    render(<PlanList sheet={sheet as never} request={REQUEST} />, { wrapper: studio() });
    await new Promise((resolve) => window.setTimeout(resolve, 20));
    expect(log).toEqual([]);
  });

  it("stands under its headings, in order, with what is done struck out", async () => {
    shown([0, 2]);
    expect(await checked()).toEqual([true, false, true, false]);
    const headings = screen.getAllByRole("group").map((each) => each.textContent);
    expect(headings.slice(-3).map((told) => told?.slice(0, 6))).toEqual([
      "First ",
      "Step 1",
      "Step 2",
    ]);
    expect(screen.getByText(/^2 of 4 done, true to ΔE 0\.4, no eye sees it$/)).toBeTruthy();
    expect(screen.getByText(/needs fewer mixtures beforehand/)).toBeTruthy();
    expect(screen.getByText("1.3 ml is left over: dark grey. 5.0 ml of each.")).toBeTruthy();
  });

  it("shows the next line to do, wherever one left off", async () => {
    shown([0, 2]);
    const lines = (await boxes()).map((box) => box.closest("label"));
    expect(lines.map((each) => each?.classList.contains("font-bold"))).toEqual([
      ...[false, true, false, false],
    ]);
  });

  it("is ticked by its whole line, and unticked by it", async () => {
    const { tick } = shown([0, 2]);
    await boxes();
    await userEvent.click(screen.getByText("5.0 g of orange"));
    expect(tick).toHaveBeenLastCalledWith("separate g", [0, 2, 3], false);
    await userEvent.click(screen.getByText("0.8 g of the let-down"));
    expect(tick).toHaveBeenLastCalledWith("separate g", [0], false);
  });

  it("is ticked by the space bar, and begun again", async () => {
    const { tick } = shown([1]);
    const [first] = await boxes();
    act(() => first?.focus());
    await userEvent.keyboard(" ");
    expect(tick).toHaveBeenLastCalledWith("separate g", [1, 0], false);
    await userEvent.click(screen.getByRole("button", { name: "Begin again" }));
    expect(tick).toHaveBeenLastCalledWith("separate g", [], false);
  });

  it("has nothing to begin again where nothing is ticked, and no ticks of another plan", async () => {
    shown([0, 1], {
      saved: { ticks: [{ plan: "running g", lines: [0, 1] }] } as unknown as SheetOut,
    });
    expect(await checked()).toEqual([false, false, false, false]);
    expect(screen.queryByRole("button", { name: "Begin again" })).toBeNull();
  });

  it("can be ticked once the sheet is kept", async () => {
    shown([], { id: null, saved: null });
    for (const box of await boxes()) expect(box.hasAttribute("disabled")).toBe(true);
  });

  it("says when a tick did not arrive", async () => {
    shown([], { tickTrouble: "The studio does not answer." });
    await boxes();
    expect(screen.getByRole("alert").textContent).toContain("does not answer");
  });

  it("says in place of the lines why there are none", async () => {
    answerWith(() => ({ status: 422, body: { detail: "total: mix at least 2 ml." } }));
    const sheet = { id: 7, draft: draftWith(PAIR), saved: null, tickTrouble: null };
    render(<PlanList sheet={sheet as never} request={REQUEST} />, { wrapper: told() });
    await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("at least 2 ml"));
    expect(screen.queryAllByRole("checkbox")).toHaveLength(0);
  });
});
