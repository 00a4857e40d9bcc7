import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { ChartRequest } from "../../api/client";
import type { SheetOut } from "../../api/schema";
import { forgetOutbox } from "../../keeping/outbox";
import { readUnsaved } from "../../keeping/unsaved";
import { NAME_LENGTH } from "../../keeping/useKept";
import { oneTube } from "../../mixtures/mixture";
import { draftOf, draftWith, requestOf, type ScaleDraft } from "../../mixtures/sheets/draft";
import { emptyChart } from "../../mixtures/sheets/kinds";
import { UNSAVED_SHEETS } from "../../mixtures/sheets/unsaved";
import { answerWith, ME, SILENCE, studio } from "../../testing/wire";
import { useSheet } from "./useSheet";

const went = vi.hoisted(() => vi.fn());
const router = vi.hoisted(() => ({ history: { location: { pathname: "/scales" } } }));
vi.mock("@tanstack/react-router", () => ({ useNavigate: () => went, useRouter: () => router }));

const EMPTY_SCALE = emptyChart("scale") as ScaleDraft;
const PAIR: ScaleDraft = { ...EMPTY_SCALE, first: oneTube(1), second: oneTube(2) };
const LATER = { timeout: 5000 };

/** A sheet as the server would answer it. */
function sheet(id: number, revision: number, patch: Partial<ScaleDraft> = {}): SheetOut {
  const request = requestOf({ ...PAIR, ...patch }, "D65") as ChartRequest;
  return {
    ...{ id, revision, name: "Rope", request, notes: [], ticks: [], patches: [] },
    ...{ measure: draftWith(PAIR).measure, current_data: true },
  } as unknown as SheetOut;
}

/** A bench on a sheet, or on none yet. */
function bench(opened: SheetOut | null) {
  const start = opened ? draftOf(opened) : draftWith(EMPTY_SCALE);
  return renderHook(() => useSheet<ScaleDraft>(ME, opened, start as never, "new scale"), {
    wrapper: studio(),
  });
}

const kept = (method: string) => (sent: { method: string; path: string }) =>
  sent.method === method && !sent.path.includes("/compute/");
const computed = ({ path }: { path: string }) => path.includes("/compute/");
const tokenOf = (sent: { body: unknown }) => (sent.body as { token: string }).token;

beforeEach(() => {
  window.localStorage.clear();
  went.mockReset();
  router.history.location.pathname = "/scales";
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  forgetOutbox();
});

describe("a new sheet", () => {
  it("is not kept before it can be computed, and gets its address when it is", async () => {
    const log = answerWith(({ method }) => ({ body: method === "POST" ? sheet(41, 1) : [] }));
    const { result } = bench(null);
    act(() => result.current.set({ first: oneTube(1) }));
    expect(result.current.status).toBe("empty");
    act(() => result.current.set({ second: oneTube(2) }));
    expect(result.current.status).toBe("waiting");
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    const posts = log.filter(kept("POST"));
    expect(posts).toHaveLength(1);
    expect(posts[0]).toMatchObject({ path: "/api/scales", body: { revision: null } });
    expect(result.current.id).toBe(41);
    expect(went).toHaveBeenCalledWith(
      expect.objectContaining({ params: { sheetId: "41" }, replace: true }),
    );
  });

  it("that is kept while the painter is on the way elsewhere leaves the way alone", async () => {
    answerWith(({ method }) => ({ body: method === "POST" ? sheet(41, 1) : [] }));
    const { result } = bench(null);
    act(() => result.current.set({ first: oneTube(1), second: oneTube(2) }));
    router.history.location.pathname = "/piles";
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    expect(went).not.toHaveBeenCalled();
  });

  it("is in the browser until then, for a reload", async () => {
    answerWith(() => SILENCE());
    const { result, unmount } = bench(null);
    act(() => result.current.set({ first: oneTube(1) }));
    act(() => result.current.set({ second: oneTube(2), steps: 7 }));
    await waitFor(() =>
      expect(readUnsaved(UNSAVED_SHEETS, "ann", "new scale")?.draft.request).toMatchObject({
        steps: 7,
      }),
    );
    unmount();
    expect(bench(null).result.current.draft.request.steps).toBe(7);
    expect(readUnsaved(UNSAVED_SHEETS, "ben", "new scale")).toBeNull();
  });
});

describe("a kept sheet", () => {
  it("is computed by keeping it where a change stands for itself, in one request", async () => {
    const log = answerWith(() => ({ body: { revision: 4, computed: { title: "Kept" } } }));
    const { result } = bench(sheet(7, 3));
    await waitFor(() => expect(log.some(computed)).toBe(true));
    log.length = 0;
    act(() => result.current.set({ steps: 12 }));
    expect(result.current.computed.isPlaceholderData).toBe(true);
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    expect(result.current.computed).toMatchObject({ data: { title: "Kept" } });
    expect(log.filter((sent) => kept("PUT")(sent) || computed(sent))).toMatchObject([
      { method: "PUT", body: { revision: 3, request: { steps: 12 } } },
    ]);
  });

  it("that could not be kept is computed all the same", async () => {
    const log = answerWith((sent) =>
      computed(sent)
        ? { body: { title: "Computed" } }
        : { status: 409, body: { detail: "It was changed." } },
    );
    const { result } = bench(sheet(7, 3));
    await waitFor(() => expect(log.some(computed)).toBe(true));
    log.length = 0;
    act(() => result.current.set({ steps: 12 }));
    await waitFor(() => expect(result.current.status).toBe("conflict"), LATER);
    await waitFor(() => expect(log.some(computed)).toBe(true));
    expect(result.current.computed).toMatchObject({ data: { title: "Computed" } });
  });

  it("sends a burst of changes once more at its end, on the revision that it began", async () => {
    const log = answerWith(({ method }) => ({
      body: method === "PUT" ? { revision: 3 + log.filter(kept("PUT")).length } : {},
    }));
    const { result } = bench(sheet(7, 3));
    expect(result.current.status).toBe("kept");
    for (const steps of [10, 11, 12]) act(() => result.current.set({ steps }));
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    const puts = log.filter(kept("PUT"));
    expect(puts.length).toBeLessThanOrEqual(2);
    expect(puts.at(-1)).toMatchObject({
      path: "/api/scales/7",
      body: { revision: 2 + puts.length, request: { steps: 12 } },
    });
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "7")).toBeNull();
    act(() => result.current.undo?.());
    expect(result.current.draft.request.steps).toBe(11);
    expect(result.current.status).toBe("waiting");
  });

  it("is kept on the way out by who leaves at once", async () => {
    const log = answerWith(({ method }) => ({
      body: method === "PUT" ? sheet(7, 4, { steps: 5 }) : [],
    }));
    const { result, unmount } = bench(sheet(7, 3));
    act(() => result.current.set({ steps: 5 }));
    unmount();
    await waitFor(() => expect(log.filter(kept("PUT"))).toHaveLength(1));
    expect(went).not.toHaveBeenCalled();
  });

  it("tries again once the line is back, and loses nothing meanwhile", async () => {
    let down = true;
    const log = answerWith(({ method }) => {
      if (method !== "PUT") return { body: [] };
      return down ? SILENCE() : { body: sheet(7, 4, { steps: 5 }) };
    });
    const { result } = bench(sheet(7, 3));
    act(() => result.current.set({ steps: 5 }));
    await waitFor(() => expect(result.current.trouble).toContain("still here"), LATER);
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "7")).toMatchObject({ revision: 3 });
    down = false;
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    expect(result.current.trouble).toBeNull();
    expect(log.filter(kept("PUT"))).toHaveLength(2);
    // The server knows by it that what it may have kept already came from this window.
    const tokens = log.filter(kept("PUT")).map(tokenOf);
    expect(tokens[0]).toHaveLength(32);
    expect(tokens[1]).toBe(tokens[0]);
  });

  it("begins a sheet once where the answer to its beginning never came, a reload between", async () => {
    let down = true;
    const log = answerWith(({ method }) => {
      if (method !== "POST") return { body: [] };
      return down ? SILENCE() : { body: sheet(41, 1) };
    });
    const first = bench(null);
    act(() => first.result.current.set({ first: oneTube(1), second: oneTube(2) }));
    await waitFor(() => expect(first.result.current.trouble).toContain("still here"), LATER);
    first.unmount();
    down = false;
    const { result } = bench(null);
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    const tokens = log.filter(kept("POST")).map(tokenOf);
    expect(tokens.length).toBeGreaterThan(1);
    expect(new Set(tokens).size).toBe(1);
  });

  it("does not send again what was refused, until it is changed", async () => {
    const log = answerWith(({ method, body }) => {
      if (method !== "PUT") return { body: [] };
      const asked = body as { request: ScaleDraft };
      return asked.request.steps === 5
        ? { status: 422, body: { detail: "steps: five will not do." } }
        : { body: sheet(7, 4, { steps: 6 }) };
    });
    const { result } = bench(sheet(7, 3));
    act(() => result.current.set({ steps: 5 }));
    await waitFor(() => expect(result.current.status).toBe("refused"), LATER);
    expect(result.current.trouble).toBe("steps: five will not do.");
    await new Promise((resolve) => window.setTimeout(resolve, 900));
    expect(log.filter(kept("PUT"))).toHaveLength(1);
    act(() => result.current.set({ steps: 6 }));
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
  });

  it("keeps a name that is too long in the field, and says so", async () => {
    const log = answerWith(() => ({ body: [] }));
    const { result } = bench(sheet(7, 3));
    const name = "x".repeat(NAME_LENGTH + 1);
    act(() => result.current.change((draft) => ({ ...draft, name }), "name"));
    expect(result.current.status).toBe("refused");
    expect(result.current.trouble).toContain(String(NAME_LENGTH));
    expect(result.current.draft.name).toBe(name);
    await new Promise((resolve) => window.setTimeout(resolve, 900));
    expect(log.filter(kept("PUT"))).toHaveLength(0);
  });

  it("has its ticks at once, and keeps them over a save that was asked before them", async () => {
    const log = answerWith(({ method, path }) => {
      if (path.endsWith("/ticks")) return { body: { plan: "a", lines: [] } };
      return { body: method === "PUT" ? sheet(7, 4, { steps: 5 }) : [] };
    });
    const { result } = bench(sheet(7, 3));
    act(() => result.current.tick("separate", [0], false));
    act(() => result.current.tick("separate", [0, 1], true));
    act(() => result.current.tick("running", [3], false));
    const ticks = [
      { plan: "separate", lines: [0, 1] },
      { plan: "running", lines: [3] },
    ];
    expect(result.current.saved?.ticks).toEqual(ticks);
    act(() => result.current.set({ steps: 5 }));
    await waitFor(() => expect(result.current.saved?.revision).toBe(4), LATER);
    expect(result.current.saved?.ticks).toEqual(ticks);
    const sent = log.filter(({ path }) => path === "/api/scales/7/ticks").map(({ body }) => body);
    expect(sent).toEqual([
      { plan: "separate", lines: [0], whole: false },
      { plan: "separate", lines: [0, 1], whole: true },
      { plan: "running", lines: [3], whole: false },
    ]);
  });

  it("shows what was ticked before a reload and is not sent yet, and ticks on from there", async () => {
    answerWith(() => SILENCE());
    const first = bench(sheet(7, 3));
    act(() => first.result.current.tick("separate", [0], false));
    act(() => first.result.current.tick("separate", [0, 1], false));
    first.unmount();
    forgetOutbox();
    let silent = true;
    const log = answerWith(() => (silent ? SILENCE() : { body: { plan: "a", lines: [] } }));
    const { result } = bench(sheet(7, 3));
    const told = () => result.current.saved?.ticks;
    expect(told()).toEqual([{ plan: "separate", lines: [0, 1] }]);
    const other = bench(sheet(8, 1));
    expect(other.result.current.saved?.ticks).toEqual([]);
    silent = false;
    act(() => {
      window.dispatchEvent(new Event("online"));
    });
    await waitFor(() => expect(log.filter(kept("PUT"))).toHaveLength(2), LATER);
    // Once the server has them they stay.
    await waitFor(() => expect(window.localStorage.getItem("mesotint.outbox.ann")).toBe(null));
    expect(told()).toEqual([{ plan: "separate", lines: [0, 1] }]);
  });

  it("asks before it is computed anew from paints that changed", async () => {
    const log = answerWith(({ method }) => ({ body: method === "PUT" ? sheet(7, 4) : [] }));
    const { result } = bench({ ...sheet(7, 3), current_data: false });
    act(() => result.current.set({ steps: 5 }));
    expect(result.current.status).toBe("stale");
    await new Promise((resolve) => window.setTimeout(resolve, 900));
    expect(log.filter(kept("PUT"))).toHaveLength(0);
    act(() => result.current.recompute());
    await waitFor(() => expect(log.filter(kept("PUT"))).toHaveLength(1), LATER);
  });
});

describe("two windows on one sheet", () => {
  const other = sheet(7, 9, { steps: 13 });

  function conflict() {
    const log = answerWith(({ method }) => {
      if (method === "PUT") return { status: 409, body: { detail: "It was changed elsewhere." } };
      return { body: method === "POST" ? sheet(8, 1, { steps: 5 }) : other };
    });
    const { result } = bench(sheet(7, 3));
    act(() => result.current.set({ steps: 5 }));
    return { log, result };
  }

  it("never overwrite each other, and this one can be kept as a copy", async () => {
    const { log, result } = conflict();
    await waitFor(() => expect(result.current.status).toBe("conflict"), LATER);
    expect(result.current.draft.request.steps).toBe(5);
    expect(log.filter(kept("PUT"))).toHaveLength(1);
    act(() => result.current.keepCopy());
    await waitFor(() => expect(result.current.id).toBe(8), LATER);
    expect(log.find(kept("POST"))?.body).toMatchObject({ revision: null, request: { steps: 5 } });
    expect(went).toHaveBeenCalledWith(expect.objectContaining({ params: { sheetId: "8" } }));
  });

  it("can take the other's", async () => {
    const { result } = conflict();
    await waitFor(() => expect(result.current.status).toBe("conflict"), LATER);
    await act(async () => result.current.takeOther());
    await waitFor(() => expect(result.current.status).toBe("kept"), LATER);
    expect(result.current.draft.request.steps).toBe(13);
    expect(readUnsaved(UNSAVED_SHEETS, "ann", "7")).toBeNull();
  });
});
