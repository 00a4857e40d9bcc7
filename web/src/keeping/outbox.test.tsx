import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerWith, SILENCE, studio } from "../testing/wire";
import { forgetOutbox, useOutbox } from "./outbox";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  forgetOutbox();
});

const outbox = () => renderHook(() => useOutbox("ann"), { wrapper: studio() });
const ticks = (lines: number[], of: "sheet" | "painting" = "sheet") => ({
  of,
  id: 5,
  body: { plan: "abc", lines, whole: false },
});
const ADD = { kind: "add" as const, tube: 1, amount: 2, measure: "ml" as const };

describe("ticks of a plan", () => {
  it("wait without a line, and go in their order between what is done to piles", async () => {
    let silent = true;
    const log = answerWith(() => (silent ? SILENCE() : { body: { id: 3 } }));
    const { result } = outbox();
    act(() => {
      result.current.tick(ticks([0]), "1 line");
      result.current.put(3, ADD, "2 ml orange");
      result.current.tick(ticks([0, 1]), "2 lines");
    });
    await waitFor(() => expect(result.current.silent).toBe(true));
    expect(result.current.waiting.map(({ says }) => says)).toEqual([
      ...["1 line", "2 ml orange", "2 lines"],
    ]);
    silent = false;
    log.length = 0;
    act(() => {
      window.dispatchEvent(new Event("online"));
    });
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    const sent = log.filter(({ method }) => method !== "GET");
    expect(sent.map(({ method, path }) => `${method} ${path}`)).toEqual([
      "PUT /api/scales/5/ticks",
      "POST /api/piles/3/events",
      "PUT /api/scales/5/ticks",
    ]);
    expect(sent[2]?.body).toEqual({ plan: "abc", lines: [0, 1], whole: false });
  });

  it("of a painting go to the painting, and a refusal says what it is about", async () => {
    const log = answerWith(() => ({ status: 404, body: { detail: "It is gone." } }));
    const { result } = outbox();
    act(() => result.current.tick(ticks([2], "painting"), "a line"));
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(log.map(({ path }) => path)).toEqual(["/api/paintings/5/ticks"]);
    expect(result.current.refused).toEqual({
      ...{ about: "painting 5", says: "a line", why: "It is gone." },
    });
    act(() => result.current.dismiss());
    expect(result.current.refused).toBe(null);
  });

  it("that waited in an earlier version are still sent", async () => {
    const event = { ...ADD, token: "0123456789" };
    localStorage.setItem(
      "mesotint.outbox.ann",
      JSON.stringify([{ pile: 3, event, says: "2 ml orange" }]),
    );
    const log = answerWith(() => ({ body: { id: 3 } }));
    const { result } = outbox();
    expect(result.current.waiting).toMatchObject([{ about: "pile 3", token: "0123456789" }]);
    await waitFor(() => expect(result.current.waiting).toEqual([]));
    expect(log[0]).toMatchObject({ method: "POST", path: "/api/piles/3/events", body: event });
  });
});
