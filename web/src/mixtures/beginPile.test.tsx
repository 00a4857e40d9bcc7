import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerWith, studio } from "../testing/wire";
import { newPile, useBeginPiles } from "./beginPile";

const navigate = vi.fn();
vi.mock("@tanstack/react-router", () => ({ useNavigate: () => navigate }));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  navigate.mockReset();
  window.history.pushState(null, "", "/");
});

/** A pile that is begun at the piles, answered once that is let go. */
function begun() {
  window.history.pushState(null, "", "/piles");
  let answer: () => void = () => {};
  answerWith((async () => {
    await new Promise<void>((resolve) => {
      answer = resolve;
    });
    return { body: { id: 7 } };
  }) as never);
  const { result } = renderHook(useBeginPiles, { wrapper: studio() });
  act(() => result.current.mutate([newPile({ name: "Fog" })]));
  return async () => {
    await act(async () => answer());
    await waitFor(() => expect(result.current.isSuccess).toBe(true));
  };
}

describe("a pile that was begun", () => {
  it("is gone to by who waited for it", async () => {
    const come = begun();
    await new Promise((resolve) => window.setTimeout(resolve, 20));
    await come();
    expect(navigate).toHaveBeenCalledWith({
      ...{ to: "/piles/{-$pileId}", params: { pileId: "7" } },
    });
  });

  it("fetches nobody back who has left for another stage meanwhile", async () => {
    const come = begun();
    await new Promise((resolve) => window.setTimeout(resolve, 20));
    window.history.pushState(null, "", "/paintings");
    await come();
    expect(navigate).not.toHaveBeenCalled();
  });
});
