import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import {
  forgetAnswers,
  keepAnswer,
  keepLater,
  lastAnswer,
  questionOf,
  tellChanged,
  tidyAnswers,
} from "./answers";

const AT = window.location.origin;
const SETTLED_MS = 900;

const told = (body: unknown) => new Response(JSON.stringify(body));

/** An answer that is kept, and has settled. */
async function kept(question: string, body: unknown) {
  keepAnswer(question, told(body));
  await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
}

describe("a question whose answer is kept", () => {
  it("is a look at something, or a computation; never a change", async () => {
    const asked = (path: string, method = "GET", body?: unknown) =>
      questionOf(
        new Request(
          AT + path,
          body === undefined ? { method } : { method, body: JSON.stringify(body) },
        ),
      );
    expect(await asked("/api/tubes?which=use")).toBe("/api/tubes?which=use");
    expect(await asked("/api/scales/compute/scale", "POST", { steps: 9 })).toBe(
      '/api/scales/compute/scale {"steps":9}',
    );
    expect(await asked("/api/scales", "POST", { name: "Fog" })).toBe(null);
    expect(await asked("/api/me", "PATCH", { hand: "left" })).toBe(null);
    expect(await asked("/api/scales/3", "DELETE")).toBe(null);
    // What only makes sense with a line, or tells what an exercise should not.
    for (const path of ["/api/tasks", "/api/network", "/api/practice", "/api/photographs/3"])
      expect(await asked(path)).toBe(null);
  });
});

describe("the last answer", () => {
  beforeEach(forgetAnswers);
  afterEach(() => vi.unstubAllGlobals());

  it("is told again to the same question, and to no other", async () => {
    await kept("/api/tubes", [{ id: 1 }]);
    expect(await (await lastAnswer("/api/tubes"))?.json()).toEqual([{ id: 1 }]);
    expect(await lastAnswer("/api/tubes?which=all")).toBe(null);
  });

  it("that was given up half-way is not kept, and troubles nobody", async () => {
    const half = new ReadableStream({
      start: (stream) => stream.error(new DOMException("signal is aborted", "AbortError")),
    });
    keepAnswer("/api/tubes", new Response(half));
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(await lastAnswer("/api/tubes")).toBe(null);
  });

  it("of many that follow each other is the one that is kept", async () => {
    const path = "/api/scales/compute/scale";
    for (const share of [0.1, 0.2, 0.3]) keepAnswer(`${path} ${share}`, told({ share }));
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(await lastAnswer(`${path} 0.1`)).toBe(null);
    expect(await (await lastAnswer(`${path} 0.3`))?.json()).toEqual({ share: 0.3 });
  });

  it("is forgotten when another painter comes", async () => {
    await kept("/api/me", { name: "ann" });
    keepAnswer("/api/tubes", told([{ id: 1 }]));
    await forgetAnswers();
    expect(await lastAnswer("/api/me")).toBe(null);
    // What had only just come is not kept after all.
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(await lastAnswer("/api/tubes")).toBe(null);
  });

  it("of what was changed is asked for anew, and of nothing else", async () => {
    const asked: string[] = [];
    vi.stubGlobal("fetch", async (question: string) => {
      asked.push(question);
      return told({ now: question });
    });
    const questions = ["/api/piles", "/api/piles/3?light=A", "/api/piles/31", "/api/tubes"];
    for (const each of questions) keepAnswer(each, told({ now: "before" }));
    keepLater("/api/scales/9/opened");
    for (const part of ["events", "note"]) tellChanged(`/api/piles/3/${part}`, false);
    tellChanged("/api/practice/3/answers", false);
    tellChanged("/api/piles/31", true);
    await vi.waitFor(() => expect(asked).toHaveLength(3), { timeout: 6000 });
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(asked.sort()).toEqual(["/api/piles", "/api/piles/3?light=A", "/api/scales/9/opened"]);
    for (const each of questions) {
      const now = asked.includes(each) ? each : "before";
      expect(await (await lastAnswer(each))?.json()).toEqual({ now });
    }
  }, 10_000);

  it("that is being asked for anew is not kept for the next painter, nor given up for a fault", async () => {
    let answer: (told: Response) => void = () => {};
    vi.stubGlobal("fetch", () => new Promise<Response>((resolve) => (answer = resolve)));
    keepLater("/api/piles/7");
    await new Promise((resolve) => window.setTimeout(resolve, 4200));
    answer(new Response("", { status: 502 }));
    await new Promise((resolve) => window.setTimeout(resolve, 50));
    expect(localStorage.getItem("mesotint.stale")).toContain("piles/7");
    keepLater("/api/piles/7");
    await new Promise((resolve) => window.setTimeout(resolve, 4200));
    await forgetAnswers();
    answer(told({ of: "ann" }));
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(await lastAnswer("/api/piles/7")).toBe(null);
  }, 15_000);

  it("that changes again while it is asked for anew is asked for once more", async () => {
    const asked: Array<(told: Response) => void> = [];
    vi.stubGlobal("fetch", () => new Promise<Response>((resolve) => asked.push(resolve)));
    const come = (many: number) =>
      vi.waitFor(() => expect(asked).toHaveLength(many), { timeout: 6000 });
    keepAnswer("/api/piles/7", told({ drops: 1 }));
    tellChanged("/api/piles/7/events", false);
    await come(1);
    tellChanged("/api/piles/7/events", false);
    asked[0]?.(told({ drops: 2 }));
    await come(2);
    asked[1]?.(told({ drops: 3 }));
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    expect(await (await lastAnswer("/api/piles/7"))?.json()).toEqual({ drops: 3 });
    expect(localStorage.getItem("mesotint.stale")).toBe("[]");
  }, 15_000);

  it("that another window has changed is not lost for what this one changes", async () => {
    const asked = new Set<string>();
    vi.stubGlobal("fetch", async (question: string) => {
      asked.add(question);
      return told({});
    });
    keepLater("/api/piles/8");
    vi.resetModules();
    const other = await import("./answers");
    other.keepLater("/api/piles/9");
    keepLater("/api/piles/10");
    await vi.waitFor(() => expect(asked.size).toBe(3), { timeout: 6000 });
    expect([...asked].sort()).toEqual(["/api/piles/10", "/api/piles/8", "/api/piles/9"]);
  }, 10_000);

  it("goes, the oldest first, when there are very many", async () => {
    const { createStore, set } = await import("idb-keyval");
    const store = createStore("mesotint", "answers");
    for (let at = 0; at < 320; at += 1) await set(`/api/piles/${at}`, { at, body: "{}" }, store);
    await tidyAnswers();
    expect(await lastAnswer("/api/piles/3")).toBe(null);
    expect(await lastAnswer("/api/piles/20")).not.toBe(null);
    expect(await lastAnswer("/api/piles/319")).not.toBe(null);
  });

  it("is what the client tells while the line is silent, and not when the studio refuses", async () => {
    vi.resetModules();
    let answer: () => Promise<Response> = async () => told([{ id: 7 }]);
    vi.stubGlobal("fetch", () => answer());
    const { ask } = await import("./client");
    expect(await ask("GET /api/tubes")).toEqual([{ id: 7 }]);
    await new Promise((resolve) => window.setTimeout(resolve, SETTLED_MS));
    answer = () => Promise.reject(new TypeError("Failed to fetch"));
    expect(await ask("GET /api/tubes")).toEqual([{ id: 7 }]);
    await expect(ask("GET /api/boxes")).rejects.toMatchObject({ status: 0 });
    answer = async () => new Response(JSON.stringify({ detail: "No." }), { status: 404 });
    await expect(ask("GET /api/tubes")).rejects.toMatchObject({ status: 404 });
  });
});
