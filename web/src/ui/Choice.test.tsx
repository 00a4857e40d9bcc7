import { act, cleanup, render, screen } from "@testing-library/react";
import { Suspense, use, useState } from "react";
import { afterEach, describe, expect, it } from "vitest";
import { Choice } from "./Choice";

const VIEWS = [
  ["small", "Small"],
  ["large", "Large"],
] as const;

/** A page whose large view takes its time. */
function Page({ large }: { large: Promise<string> }) {
  const [view, setView] = useState<"small" | "large">("small");
  return (
    <Suspense fallback="Nothing at all">
      <Choice label="View" options={VIEWS} value={view} onChoose={setView} />
      <p>{view === "small" ? "what is small" : <Large large={large} />}</p>
    </Suspense>
  );
}

const Large = ({ large }: { large: Promise<string> }) => use(large);

afterEach(cleanup);

describe("a choice", () => {
  it("shows what was touched before what it leads to is drawn, and leaves the rest till then", async () => {
    let drawn = (_: string) => {};
    const large = new Promise<string>((resolve) => {
      drawn = resolve;
    });
    render(<Page large={large} />);
    await act(async () => screen.getByRole("button", { name: "Large" }).click());
    expect(screen.getByRole("button", { name: "Large", pressed: true })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Small", pressed: false })).toBeTruthy();
    expect(screen.getByText("what is small")).toBeTruthy();
    await act(async () => drawn("what is large"));
    expect(screen.getByText("what is large")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Large", pressed: true })).toBeTruthy();
  });

  it("goes back to what is so where the page will not have it", async () => {
    render(<Choice label="View" options={VIEWS} value="small" onChoose={() => {}} />);
    await act(async () => screen.getByRole("button", { name: "Large" }).click());
    expect(screen.getByRole("button", { name: "Small", pressed: true })).toBeTruthy();
  });
});
