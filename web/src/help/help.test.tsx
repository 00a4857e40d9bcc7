import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { STRIPS } from "../api/strips";
import { answerWith, studio } from "../testing/wire";
import { Hint } from "./Hint";
import { HINTS } from "./hints";
import { found, HOWTOS } from "./howto";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("an answer", () => {
  it("is found by every word of what is asked, in any order", () => {
    expect(found("grey brown").map(({ asks }) => asks)).toContain("I got brown instead of grey");
    expect(found("GREEN grey").map(({ asks }) => asks)).toContain("My grey looks green");
    expect(found("same again").map(({ asks }) => asks)).toContain("I need the same colour again");
    expect(found("zebra")).toEqual([]);
    expect(found("  ")).toHaveLength(HOWTOS.length);
  });

  it("is short, and shows paint", () => {
    for (const { asks, says, strip } of HOWTOS) {
      expect(asks.split(" ").length).toBeLessThanOrEqual(9);
      for (const sentence of says) expect(sentence.split(" ").length).toBeLessThanOrEqual(22);
      expect(STRIPS[strip].length).toBeGreaterThan(2);
    }
  });
});

describe("a hint", () => {
  const me = { name: "ann", hints: [] as string[], stage_value: 5, demo: false };
  const places = (hints: string[]) => {
    const log = answerWith(({ body }) => ({ body: { ...me, ...(body as object) } }));
    render(
      <>
        <Hint name="drag" />
        <Hint name="squint" />
      </>,
      { wrapper: studio((cache) => cache.setQueryData(["me"], { ...me, hints })) },
    );
    return log;
  };

  it("is told alone, once, and the next one after it was read", async () => {
    const log = places([]);
    expect(screen.getAllByRole("note")).toHaveLength(1);
    expect(screen.getByRole("note").textContent).toContain(HINTS.drag.says);
    await userEvent.click(screen.getByRole("button", { name: "I have read it" }));
    expect(screen.getByRole("note").textContent).toContain(HINTS.squint.says);
    expect(log.map(({ method, body }) => [method, body])).toEqual([["PATCH", { hints: ["drag"] }]]);
  });

  it("that was read is not told again", () => {
    places(["drag", "squint"]);
    expect(screen.queryByRole("note")).toBe(null);
  });
});
