import { afterEach, describe, expect, it } from "vitest";
import { earlyAnswer, isFirstView, isHere, setHere } from "./early";

const AT = window.location.origin;
const told = (body: unknown) => Promise.resolve(JSON.stringify(body));

/** What `public/early.js` leaves for the client. */
function asked(answers: Record<string, Promise<string | null>>) {
  window.mesotintEarly = { at: Date.now(), answers: new Map(Object.entries(answers)) };
}

const get = (path: string) => earlyAnswer(new Request(AT + path));
const post = (path: string) => earlyAnswer(new Request(AT + path, { method: "POST", body: "{}" }));

describe("an answer that was asked for early", () => {
  afterEach(() => {
    window.mesotintEarly = undefined;
    localStorage.clear();
  });

  it("is for the first question alone, even where it comes after that", async () => {
    const path = "/api/boxes";
    asked({});
    expect(await get(path)).toBe(null);
    asked({ [path]: told([]) });
    expect(await get(path)).toBe(null);
  });

  it("holds no more once something was changed", async () => {
    asked({ "/api/piles": told([{ id: 1 }]) });
    expect(await post("/api/piles")).toBe(null);
    expect(isFirstView()).toBe(false);
    expect(await get("/api/piles")).toBe(null);
  });

  it("is taken once, and the next question is asked for itself", async () => {
    asked({ "/api/me": told({ name: "ann" }) });
    expect(await (await get("/api/me"))?.json()).toEqual({ name: "ann" });
    expect(await get("/api/me")).toBe(null);
  });

  it("holds still when something was only computed", async () => {
    asked({ "/api/paints": told([]) });
    expect(await post("/api/scales/compute/scale")).toBe(null);
    expect(await (await get("/api/paints"))?.json()).toEqual([]);
  });

  it("that says no, never came or is old, is asked for anew", async () => {
    asked({ "/api/tubes": Promise.resolve(null) });
    expect(await get("/api/tubes")).toBe(null);
    expect(await get("/api/reach")).toBe(null);
    asked({ "/api/scales/3": told({}) });
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
