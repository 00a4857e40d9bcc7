import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { studio } from "../testing/wire";
import { FilePanel } from "./FilePanel";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

interface Row {
  name: string;
}

const CGATS = new File(["CGATS.17\n"], "patches.txt", { type: "text/plain" });

/** The panel over a server that answers a look and a taking; what it was asked is listed. */
function panel(look: [number, unknown], take: [number, unknown] = [200, []]) {
  const asked: Array<{ path: string; file: string }> = [];
  vi.stubGlobal("fetch", async (path: string, { body }: { body: FormData }) => {
    asked.push({ path, file: (body.get("file") as File).name });
    const [status, told] = path.endsWith("look") ? look : take;
    return new Response(JSON.stringify(told), { status });
  });
  const [onClose, onTaken] = [vi.fn(), vi.fn()];
  render(
    <FilePanel<Row>
      title="Readings"
      asks="CGATS.17 or CxF 3."
      accept=".txt"
      look="/api/look"
      take="/api/take"
      row={(row) => row.name}
      onClose={onClose}
      onTaken={onTaken}
    />,
    { wrapper: studio() },
  );
  const choose = async () =>
    userEvent.upload(await screen.findByLabelText(/Drop a file here/), CGATS);
  return { asked, onClose, onTaken, choose };
}

const TWO = [{ name: "masstone" }, { name: "tint, 4 parts" }];

describe("a file", () => {
  it("is looked into first, and taken only when that is asked", async () => {
    const { asked, choose, onTaken, onClose } = panel([200, TWO]);
    await choose();
    expect((await screen.findAllByRole("listitem")).map((row) => row.textContent)).toEqual([
      ...["masstone", "tint, 4 parts"],
    ]);
    expect(asked).toEqual([{ path: "/api/look", file: "patches.txt" }]);
    expect(onTaken).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole("button", { name: "Take all 2" }));
    await waitFor(() => expect(onTaken).toHaveBeenCalledOnce());
    expect(onClose).toHaveBeenCalledOnce();
    expect(asked.at(-1)).toEqual({ path: "/api/take", file: "patches.txt" });
  });

  it("can be dropped on the panel", async () => {
    const { asked } = panel([200, TWO]);
    fireEvent.drop(await screen.findByText("Drop a file here, or choose one"), {
      dataTransfer: { files: [CGATS] },
    });
    await screen.findByRole("button", { name: "Take all 2" });
    expect(asked).toHaveLength(1);
  });

  it("with faults is refused whole, each fault with its line", async () => {
    const faults = [
      { line: 9, says: "LAB_L: 140 is over 100." },
      { line: 12, says: "LAB_A: 'x' is no number." },
      { line: 0, says: "The table does not end." },
    ];
    const { choose } = panel([422, { detail: "Three faults.", faults }]);
    await choose();
    const alert = await screen.findByRole("alert");
    expect(alert.textContent).toContain("Nothing was taken from the file.");
    expect([...alert.querySelectorAll("li")].map((each) => each.textContent)).toEqual([
      ...["Line 9: LAB_L: 140 is over 100.", "Line 12: LAB_A: 'x' is no number."],
      "The table does not end.",
    ]);
    expect(screen.queryByRole("button", { name: /^Take all/ })).toBeNull();
  });

  it("that is refused at the taking says why, and is still there to be tried again", async () => {
    const { choose, onTaken } = panel([200, TWO], [422, { detail: "The box is full." }]);
    await choose();
    await userEvent.click(await screen.findByRole("button", { name: "Take all 2" }));
    expect((await screen.findByRole("alert")).textContent).toContain("The box is full.");
    expect(onTaken).not.toHaveBeenCalled();
    expect(screen.getByText("patches.txt")).toBeTruthy();
  });

  it("with nothing in it cannot be taken", async () => {
    const { choose } = panel([200, []]);
    await choose();
    const button = await screen.findByRole("button", { name: "Take all 0" });
    expect(button.hasAttribute("disabled")).toBe(true);
  });
});
