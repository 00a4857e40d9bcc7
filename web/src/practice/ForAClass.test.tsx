import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerWith, SILENCE, studio } from "../testing/wire";
import { ForAClass } from "./ForAClass";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a set for a class", () => {
  it("that cannot be asked for says so in words, and keeps what was typed", async () => {
    let silent = true;
    const sent = answerWith(({ path }) =>
      path !== "/api/practice/sets"
        ? { body: [] }
        : silent
          ? SILENCE()
          : { status: 400, body: { detail: "No tube lies on the desk." } },
    );
    render(<ForAClass kinds={["lean", "mixture"]} onTaken={() => {}} />, { wrapper: studio() });
    await userEvent.type(screen.getByLabelText("Name of the set"), "Week one");
    const make = () => userEvent.click(screen.getByRole("button", { name: "Download the set" }));
    await make();
    const trouble = await screen.findByRole("alert");
    expect(trouble.textContent).toContain("does not answer");
    expect(trouble.textContent).not.toContain("fetch");
    silent = false;
    await make();
    await vi.waitFor(() => expect(screen.getByRole("alert").textContent).toContain("No tube"));
    const asked = sent.filter(({ path }) => path === "/api/practice/sets");
    expect(asked.at(-1)?.body).toEqual({ name: "Week one", kinds: ["lean", "mixture"], count: 12 });
    expect(screen.getByDisplayValue("Week one")).toBeTruthy();
  });
});
