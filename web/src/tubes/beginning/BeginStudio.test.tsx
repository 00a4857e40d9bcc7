import { cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { TABLES } from "../../api/tables";
import { answerWith, type Sent, studio } from "../../testing/wire";
import { BeginStudio } from "./BeginStudio";

const navigate = vi.fn();
vi.mock("@tanstack/react-router", () => ({ useNavigate: () => navigate }));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  navigate.mockReset();
});

const LOOK = {
  srgb: "#7a7a7a",
  value_srgb: "#7a7a7a",
  in_gamut: true,
  munsell: "N 5",
  name: "grey",
};
const BOXES: ReadonlyArray<{ name: string; paints: readonly string[] }> = Object.values(
  TABLES.firstMedia,
).flatMap(({ boxes }) => [...boxes] as Array<{ name: string; paints: readonly string[] }>);
const KEYS = BOXES.flatMap(({ paints }) => paints);
const PAINTS = [...new Set(KEYS)].map((key) => ({
  ...{ key, name: `Paint ${key}`, colour_index: key, masstone: LOOK, tint: LOOK },
}));

/** A server of paints, that takes what is put into the box. */
function begin() {
  const log = answerWith(({ method, path, body }: Sent) => {
    if (path === "/api/tubes/several" && method === "POST") {
      const { tubes } = body as { tubes: Array<{ paint_key: string }> };
      return { body: tubes.map(({ paint_key }, i) => ({ id: i + 1, paint: { key: paint_key } })) };
    }
    return { body: path === "/api/scales/first" ? { id: 77 } : [] };
  });
  render(<BeginStudio />, { wrapper: studio((cache) => cache.setQueryData(["paints"], PAINTS)) });
  const posted = (path: string) =>
    log.filter((each) => each.method === "POST" && each.path === path).map(({ body }) => body);
  return { posted };
}

const tap = (name: string | RegExp) => userEvent.click(screen.getByRole("button", { name }));
const asked = () => screen.queryAllByRole("button", { name: /^Mute / }).length;

describe("a new studio", () => {
  it("takes a box by one tap, changes it by another, and keeps nothing before that", async () => {
    const { posted } = begin();
    expect(asked()).toBe(0);
    await tap(/^Six/);
    // White is in the box, and nothing to mute.
    expect(asked()).toBe(5);
    await tap(/^Twelve/);
    expect(asked()).toBe(11);
    await tap("Change them");
    await tap("Paint PB29");
    expect(asked()).toBe(10);
    await tap("Paint PBk9");
    expect(asked()).toBe(11);
    expect(posted("/api/tubes/several")).toEqual([]);
  });

  it("fills the box in its medium and lays out the first scale of what was tapped", async () => {
    const { posted } = begin();
    await tap("Watercolour");
    await tap(/^A limited four/);
    await tap("Mute Paint PB29");
    await waitFor(() => expect(navigate).toHaveBeenCalled());
    // All together, so that there is no half a box.
    const [sent] = posted("/api/tubes/several") as Array<{
      tubes: Array<{ paint_key: string; medium: string }>;
    }>;
    const tubes = sent?.tubes ?? [];
    const four = TABLES.firstMedia.watercolour.boxes.find(({ name }) => name === "A limited four");
    expect(tubes.map(({ paint_key }) => paint_key).sort()).toEqual(
      [...(four?.paints ?? [])].sort(),
    );
    expect(new Set(tubes.map(({ medium }) => medium))).toEqual(new Set(["watercolour"]));
    const at = tubes.findIndex(({ paint_key }) => paint_key === "PB29") + 1;
    expect(posted("/api/scales/first")).toEqual([{ tube: at, medium: "wash" }]);
    expect(navigate).toHaveBeenCalledWith({
      ...{ to: "/scales/{-$sheetId}", params: { sheetId: "77" } },
    });
  });

  it("carries the chosen size over to another medium, or lets go what that does not have", async () => {
    begin();
    await tap(/^Eighteen/);
    await tap("Acrylic");
    expect(asked()).toBe(17);
    await tap("A child's tempera cakes");
    expect(asked()).toBe(0);
    expect(screen.getByText(/labelled for children/)).toBeTruthy();
  });

  it("only fills the box where that is wanted", async () => {
    const { posted } = begin();
    await tap(/^Earth primaries/);
    await tap("Only put them in the box");
    await waitFor(() => expect(posted("/api/tubes/several")).toHaveLength(1));
    const [sent] = posted("/api/tubes/several") as Array<{ tubes: unknown[] }>;
    expect(sent?.tubes).toHaveLength(4);
    expect(posted("/api/scales/first")).toEqual([]);
  });
});
