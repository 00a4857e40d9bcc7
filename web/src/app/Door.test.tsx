import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { DOOR } from "../api/door";
import { NOBODY } from "../api/preferences";
import { answerWith, type Sent, studio } from "../testing/wire";
import { Door } from "./Door";

vi.mock("@tanstack/react-router", () => ({ useNavigate: () => vi.fn() }));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const door = (demo: boolean) => render(<Door me={{ ...NOBODY, demo }} />, { wrapper: studio() });
const tap = (name: string) => userEvent.click(screen.getByRole("button", { name }));

describe("the door", () => {
  it("shows paint that falls to grey, told in words and moved by keys", async () => {
    door(true);
    const wall = screen.getByRole("slider");
    const says = () => wall.getAttribute("aria-valuetext");
    const first = says();
    expect(first).toContain("falls to grey with");
    wall.focus();
    await userEvent.keyboard("{ArrowRight}");
    expect(says()).not.toBe(first);
    await userEvent.keyboard("{End}");
    expect(says()).toContain(DOOR.at(-1)?.name);
    await userEvent.keyboard("{ArrowRight}");
    expect(says()).toContain(DOOR.at(-1)?.name);
    await userEvent.keyboard("{Home}");
    expect(says()).toContain(DOOR[0].name);
  });

  it("asks for nothing before it is told what for", async () => {
    door(true);
    expect(screen.queryByRole("textbox")).toBe(null);
    expect(screen.getAllByRole("button").map((each) => each.textContent)).toEqual([
      ...["Open the demo studio", "Sign in", "New studio"],
    ]);
    await tap("New studio");
    expect(screen.getByRole("textbox", { name: "The name you paint under" })).toBeTruthy();
    await tap("I have a studio");
    expect(screen.getByRole("textbox", { name: "Name" })).toBeTruthy();
    await tap("Back");
    expect(screen.queryByRole("textbox")).toBe(null);
  });

  it("signs up or in as it says, and says what is missing first", async () => {
    const log: Sent[] = [];
    vi.stubGlobal("fetch", async (path: string, { body }: { body: string }) => {
      log.push({ method: "POST", path, body: JSON.parse(body) });
      return new Response(JSON.stringify({ errors: [{ message: "Taken." }] }), { status: 400 });
    });
    door(false);
    expect(screen.queryByRole("button", { name: "Open the demo studio" })).toBe(null);
    await tap("Sign in");
    expect(screen.getByRole("alert").textContent).toContain("name");
    await userEvent.type(screen.getByRole("textbox"), "ann");
    await tap("Sign in");
    expect(screen.getByRole("alert").textContent).toContain("password");
    expect(log).toEqual([]);
    await userEvent.type(screen.getByLabelText("Password"), "grey-on-grey-7");
    await tap("New studio");
    await tap("Begin the studio");
    expect(log.map(({ path }) => path)).toEqual(["/_allauth/browser/v1/auth/signup"]);
    expect((await screen.findByRole("alert")).textContent).toContain("Taken.");
  });

  it("lets the demo in without a name", async () => {
    const log = answerWith(({ path }) => ({ body: path === "/api/scales" ? [] : NOBODY }));
    door(true);
    await tap("Open the demo studio");
    expect(log[0]).toMatchObject({ method: "POST", path: "/api/demo" });
  });
});
