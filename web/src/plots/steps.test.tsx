import { act, cleanup, render } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { type Steps, StepsProvider, useSteps } from "./steps";

afterEach(cleanup);

function Shows({ shown }: { shown: (steps: Steps) => void }) {
  shown(useSteps());
  return null;
}

function Rest({ drawn }: { drawn: () => void }) {
  drawn();
  return null;
}

/** A bench with something that shows the steps, and something that does not. */
function bench(...first: [computed: readonly number[], greyest: number, current?: boolean]) {
  const placed = vi.fn();
  const shown = vi.fn<(steps: Steps) => void>();
  const rest = vi.fn();
  const children = (
    <>
      <Shows shown={shown} />
      <Rest drawn={rest} />
    </>
  );
  const told = (computed: readonly number[], greyest: number, current?: boolean) => (
    <StepsProvider computed={computed} current={current} greyest={greyest} onPlace={placed}>
      {children}
    </StepsProvider>
  );
  const { rerender } = render(told(...first));
  return {
    placed,
    shown,
    rest,
    now: () => shown.mock.lastCall?.[0] as Steps,
    answer: (...next: typeof first) => rerender(told(...next)),
  };
}

describe("the steps on a trail", () => {
  it("are drawn anew when one is chosen, and nothing else is", () => {
    const { now, shown, rest } = bench([0, 0.3, 0.6, 1], 1);
    expect(now().selected).toBe(1);
    act(() => now().select(3));
    expect(now().selected).toBe(3);
    expect(shown).toHaveBeenCalledTimes(2);
    expect(rest).toHaveBeenCalledTimes(1);
  });

  it("follow the hand, and are placed once they are let go", () => {
    const { now, placed, answer } = bench([0, 0.3, 0.6, 1], 1);
    act(() => now().move(2, 0.7));
    expect(now().shares).toEqual([0, 0.3, 0.7, 1]);
    expect(now().moving).toBe(2);
    expect(placed).not.toHaveBeenCalled();
    act(() => now().drop());
    expect(placed.mock.calls).toEqual([[2, 0.7]]);
    // It waits where it was let go, until the server has computed it there.
    expect(now().shares[2]).toBe(0.7);
    answer([0, 0.3, 0.71, 1], 1);
    expect(now().shares).toEqual([0, 0.3, 0.71, 1]);
    expect(now().moving).toBe(null);
    act(() => now().drop());
    expect(placed).toHaveBeenCalledTimes(1);
  });

  it("stay in hand when an answer to what was asked before comes late", () => {
    const { now, answer } = bench([0, 0.3, 0.6, 1], 1);
    act(() => now().move(2, 0.7));
    act(() => now().drop());
    act(() => now().move(2, 0.5));
    act(() => now().drop());
    answer([0, 0.3, 0.7, 1], 1, false);
    expect(now().shares[2]).toBe(0.5);
    expect(now().moving).toBe(2);
    answer([0, 0.3, 0.5, 1], 1);
    expect(now().shares[2]).toBe(0.5);
    expect(now().moving).toBe(null);
  });

  it("moved and back again are where they were", () => {
    const { now } = bench([0, 0.3, 1], 1);
    act(() => now().move(1, 0.4));
    act(() => now().move(1, 0.3));
    expect(now().moving).toBe(null);
    expect(now().shares).toEqual([0, 0.3, 1]);
  });

  it("keep the greyest chosen when they change, or the one that was, or the last there is", () => {
    const { now, answer } = bench([0, 0.2, 0.4, 0.6, 1], 2);
    answer([0, 0.1, 0.2, 0.4, 0.6, 0.8, 1], 4);
    expect(now().selected).toBe(4);
    act(() => now().select(6));
    answer([0, 0.2, 0.4, 0.5, 0.6, 0.8, 1], 3);
    expect(now().selected).toBe(6);
    answer([0, 0.5, 1], 1);
    expect(now().selected).toBe(2);
  });

  it("keep the one in hand chosen, though another becomes the greyest by that", () => {
    const { now, answer } = bench([0, 0.3, 0.6, 1], 2);
    act(() => now().move(2, 0.7));
    act(() => now().drop());
    answer([0, 0.35, 0.7, 1], 1);
    expect(now().selected).toBe(2);
    act(() => now().select(1));
    answer([0, 0.4, 0.7, 1], 2);
    expect(now().selected).toBe(2);
  });
});
