import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerWith, studio } from "../testing/wire";
import { Device } from "./Device";

vi.mock("@tanstack/react-router", () => ({
  useNavigate: () => vi.fn(),
  Link: ({ children }: { children: ReactNode }) => children,
}));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a new device", () => {
  it("waits with its code for the cookie that goes with it", async () => {
    let knocks = 0;
    const sent = answerWith(({ method }) => {
      if (method !== "GET") return { body: { known: true } };
      knocks += 1;
      // The first answer is long in coming.
      if (knocks === 1) return new Promise<never>(() => {});
      // biome-ignore lint/suspicious/noDocumentCookie: jsdom has no cookie store
      document.cookie = "csrftoken=came";
      return { body: { known: false } };
    });
    render(<Device />, { wrapper: studio() });
    await userEvent.type(screen.getByLabelText("Code"), "123 456");
    await userEvent.click(screen.getByRole("button", { name: "Come in" }));
    const first = () => sent.slice(0, 3).map(({ method }) => method);
    await vi.waitFor(() => expect(first()).toEqual(["GET", "GET", "POST"]));
    expect(sent[2]?.body).toEqual({ code: "123 456" });
  });
});
