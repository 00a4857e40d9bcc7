import { cleanup, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Ticks } from "../api/schema";
import { studio } from "../testing/wire";
import { Checklist } from "./Checklist";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const PLAN = {
  key: "abc",
  lines: [
    { heading: "First mix: a let-down", says: "1 pea blue" },
    { heading: "Step 1", says: "2 ml orange" },
    { heading: "Step 1", says: "1 ml white" },
  ],
};

/** A plan that keeps its own ticks, as a sheet does. */
function Plan({ told }: { told: (lines: number[], whole: boolean) => void }) {
  const [ticks, setTicks] = useState<Ticks[]>([]);
  return (
    <Checklist
      plan={PLAN}
      ticks={ticks}
      says=""
      trouble={null}
      disabled={false}
      onTick={(lines, whole) => {
        told(lines, whole);
        setTicks([{ plan: PLAN.key, lines }]);
      }}
    />
  );
}

describe("a plan in the hand", () => {
  const now = () => screen.getByLabelText("Now");
  const done = () => userEvent.click(within(now()).getByRole("button", { name: "Done" }));

  it("tells one thing to do, then the next, and nothing once all is done", async () => {
    const told = vi.fn();
    render(<Plan told={told} />, { wrapper: studio() });
    expect(now().textContent).toContain("1 pea blue");
    expect(within(now()).queryByRole("button", { name: "Take the last back" })).toBe(null);
    await done();
    expect(now().textContent).toContain("2 ml orange");
    await done();
    await done();
    expect(told.mock.calls).toEqual([
      [[0], false],
      [[0, 1], false],
      [[0, 1, 2], true],
    ]);
    expect(screen.queryByLabelText("Now")).toBe(null);
    expect(screen.getByText("3 of 3 done")).toBeTruthy();
  });

  it("moves what stands out from line to line, unless nothing is to move", async () => {
    const glide = vi.spyOn(Element.prototype, "animate");
    const tops = [20, 64, 108];
    vi.spyOn(Element.prototype, "getBoundingClientRect").mockImplementation(function (
      this: Element,
    ) {
      return { top: tops[Number(this.getAttribute("data-line"))] } as DOMRect;
    });
    render(<Plan told={vi.fn()} />, { wrapper: studio() });
    await done();
    expect(glide.mock.calls[0]?.[0]).toEqual([
      { transform: "translateY(-44px)" },
      { transform: "none" },
    ]);
    vi.spyOn(window, "matchMedia").mockReturnValue({ matches: true } as MediaQueryList);
    await done();
    expect(glide).toHaveBeenCalledTimes(1);
  });

  it("takes the last back", async () => {
    const told = vi.fn();
    render(<Plan told={told} />, { wrapper: studio() });
    await done();
    await done();
    await userEvent.click(within(now()).getByRole("button", { name: "Take the last back" }));
    expect(told.mock.calls.at(-1)).toEqual([[0], false]);
    expect(now().textContent).toContain("2 ml orange");
  });

  it("keeps the screen awake while it is open, and lets it sleep after", async () => {
    const release = vi.fn();
    const request = vi.fn(async () => ({ release }));
    vi.stubGlobal("navigator", Object.assign(Object.create(navigator), { wakeLock: { request } }));
    const { unmount } = render(<Plan told={() => {}} />, { wrapper: studio() });
    await waitFor(() => expect(request).toHaveBeenCalledWith("screen"));
    expect(release).not.toHaveBeenCalled();
    unmount();
    expect(release).toHaveBeenCalledOnce();
  });
});
