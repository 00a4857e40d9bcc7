import { afterEach, describe, expect, it } from "vitest";
import { earlyAnswer, isHere, setHere } from "./early";

const AT = window.location.origin;
const told = (body: unknown, status = 200) =>
  Promise.resolve(new Response(JSON.stringify(body), { status }));

/** What `public/early.js` leaves for the client. */
function asked(answers: Record<string, { answer: Promise<Response | null>; body?: string }>) {
  window.mesotintEarly = {
    at: Date.now(),
    answers: new Map(
      Object.entries(answers).map(([path, { answer, body = "" }]) => [path, { answer, body }]),
    ),
  };
}

const get = (path: string) => earlyAnswer(new Request(AT + path));
const post = (path: string, body: unknown) =>
  earlyAnswer(new Request(AT + path, { method: "POST", body: JSON.stringify(body) }));

describe("an answer that was asked for early", () => {
  afterEach(() => {
    window.mesotintEarly = undefined;
    localStorage.clear();
  });

  it("is for the first question alone, even where it comes after that", async () => {
    const path = "/api/boxes";
    asked({});
    expect(await get(path)).toBe(null);
    asked({ [path]: { answer: told([]) } });
    expect(await get(path)).toBe(null);
  });

  it("holds no more once something was changed", async () => {
    asked({ "/api/piles": { answer: told([{ id: 1 }]) } });
    const change = new Request(`${AT}/api/piles`, { method: "POST", body: "{}" });
    expect(await earlyAnswer(change)).toBe(null);
    expect(await get("/api/piles")).toBe(null);
  });

  it("is taken once, and the next question is asked for itself", async () => {
    asked({ "/api/me": { answer: told({ name: "ann" }) } });
    expect(await (await get("/api/me"))?.json()).toEqual({ name: "ann" });
    expect(await get("/api/me")).toBe(null);
  });

  it("is for the very same question, whatever order its fields stand in", async () => {
    const body = JSON.stringify({ steps: 9, first: { parts: [{ tube: 1, parts: 1 }], name: "" } });
    const path = "/api/scales/compute/scale";
    asked({ [path]: { answer: told({ steps: [] }), body } });
    const other = { first: { name: "", parts: [{ parts: 1, tube: 2 }] }, steps: 9 };
    expect(await post(path, other)).toBe(null);
    const same = { first: { name: "", parts: [{ parts: 1, tube: 1 }] }, steps: 9 };
    expect(await (await post(path, same))?.json()).toEqual({ steps: [] });
  });

  it("that says no, never came or is old, is asked for anew", async () => {
    asked({
      "/api/tubes": { answer: told({}, 401) },
      "/api/me": { answer: Promise.resolve(null) },
    });
    expect(await get("/api/tubes")).toBe(null);
    expect(await get("/api/reach")).toBe(null);
    asked({ "/api/scales/3": { answer: told({}) } });
    if (window.mesotintEarly) window.mesotintEarly.at -= 11_000;
    expect(await get("/api/scales/3")).toBe(null);
  });

  it("is asked for where somebody was signed in, and that is forgotten with them", () => {
    expect(isHere()).toBe(false);
    setHere({ name: "ann" });
    expect(isHere()).toBe(true);
    setHere({ name: null });
    expect(isHere()).toBe(false);
  });
});
