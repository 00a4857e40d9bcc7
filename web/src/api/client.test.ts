import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { problemFrom } from "./problem";
import { onSessionEnd, resumeSession } from "./session";

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { "Content-Type": "application/json" },
  });

/** A client of its own for each test, as it takes hold of `fetch` when it is made. */
async function client() {
  vi.resetModules();
  return import("./client");
}

describe("problems", () => {
  it("carry the server's sentence and the field to mend", () => {
    const problem = problemFrom(422, { detail: "steps: choose 3 to 15 steps.", field: "steps" });
    expect(problem).toMatchObject({ status: 422, field: "steps" });
    expect(problem.message).toContain("3 to 15");
  });

  it("say that the work is still here when the answer is no problem at all", () => {
    expect(problemFrom(502, "<html>").message).toContain("Your work is still here");
  });

  it("are thrown for every answer that is not a success", async () => {
    vi.stubGlobal("fetch", async () => answer(404, { detail: "No." }));
    const { ask } = await client();
    const { Problem } = await import("./problem");
    const refused = ask("GET /api/tubes/{tube_id}", { tube_id: 3 });
    await expect(refused).rejects.toBeInstanceOf(Problem);
    await expect(refused).rejects.toMatchObject({ status: 404, message: "No." });
    vi.unstubAllGlobals();
  });
});

describe("a session that ends in the middle of the work", () => {
  beforeEach(() => {
    // biome-ignore lint/suspicious/noDocumentCookie: jsdom has no cookie store
    document.cookie = "csrftoken=first";
  });
  afterEach(() => vi.unstubAllGlobals());

  it("is asked for again, and what was sent is sent once more with the new token", async () => {
    const sent: Array<{ body: string; token: string | null }> = [];
    vi.stubGlobal("fetch", async (request: Request) => {
      sent.push({ body: await request.clone().text(), token: request.headers.get("X-CSRFToken") });
      return sent.length === 1 ? answer(401, {}) : answer(200, { name: "ann" });
    });
    const { ask } = await client();
    const session = await import("./session");
    const stop = session.onSessionEnd((ended) => {
      if (!ended) return;
      // biome-ignore lint/suspicious/noDocumentCookie: jsdom has no cookie store
      document.cookie = "csrftoken=second";
      window.setTimeout(session.resumeSession, 0);
    });
    const data = await ask("PATCH /api/me", { body: { stage_value: 6 } });
    stop();
    expect(data).toEqual({ name: "ann" });
    expect(sent.map((s) => s.token)).toEqual(["first", "second"]);
    expect(sent[1]?.body).toBe(sent[0]?.body);
  });

  it("is not asked for twice when a refusal comes after the painter has signed in", async () => {
    const asked: boolean[] = [];
    const { ask } = await client();
    const session = await import("./session");
    let sent = 0;
    vi.stubGlobal("fetch", async () => {
      sent += 1;
      if (sent > 1) return answer(200, { name: "ann" });
      session.resumeSession();
      return answer(401, {});
    });
    const stop = session.onSessionEnd((ended) => asked.push(ended));
    const data = await ask("PATCH /api/me", { body: { stage_value: 6 } });
    stop();
    expect(data).toEqual({ name: "ann" });
    expect(asked).toEqual([false]);
  });

  it("tells the shell when it may go on", () => {
    const told: boolean[] = [];
    const stop = onSessionEnd((ended) => told.push(ended));
    resumeSession();
    stop();
    expect(told).toEqual([false]);
  });
});

describe("a studio that does not answer", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  it("is not one that was asked for nothing any more", async () => {
    const givenUp = new AbortController();
    vi.stubGlobal("fetch", (request: Request) => {
      givenUp.abort();
      return Promise.reject(request.signal.reason);
    });
    const { ask } = await client();
    const { useSilence } = await import("./line");
    const { renderHook } = await import("@testing-library/react");
    const { result, rerender } = renderHook(() => useSilence());
    await expect(ask("GET /api/grounds", { signal: givenUp.signal })).rejects.toMatchObject({
      name: "AbortError",
    });
    rerender();
    expect(result.current).toBe(false);
  });

  it("is known to be away until it is ready again, and a refusal is no silence", async () => {
    vi.useFakeTimers();
    let status = 422;
    const asked: string[] = [];
    vi.stubGlobal("fetch", async (request: Request | string) => {
      asked.push(typeof request === "string" ? request : new URL(request.url).pathname);
      return answer(status, {});
    });
    const { ask } = await client();
    const { useSilence } = await import("./line");
    const { renderHook, act } = await import("@testing-library/react");
    const { result } = renderHook(() => useSilence());
    await act(async () => void (await ask("GET /api/tubes").catch(() => {})));
    expect(result.current).toBe(false);
    for (const away of [503, 507, 502]) {
      status = away;
      await act(async () => void (await ask("GET /api/tubes").catch(() => {})));
      expect(result.current).toBe(true);
      status = 200;
      await act(() => vi.advanceTimersByTimeAsync(2500));
      expect(asked.at(-1)).toBe("/readyz");
      expect(result.current).toBe(false);
    }
  });
});
