import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { useKeys } from "./keys";

afterEach(cleanup);

function Stage({ done, dialog = false }: { done: (what: string) => void; dialog?: boolean }) {
  useKeys([
    { key: "s", says: "Squint", act: () => done("squint") },
    { key: "ArrowLeft", says: "Back", act: () => done("left") },
    { key: "Ctrl+z", says: "Undo", act: () => done("undo") },
    { key: "Ctrl+Shift+z", says: "Redo", act: () => done("redo") },
    { key: "Ctrl+s", says: "Keep", act: () => done("keep") },
  ]);
  return (
    <>
      <input aria-label="Name" />
      <textarea aria-label="Note" />
      {dialog && <div role="dialog">Add tubes</div>}
    </>
  );
}

describe("keys of a stage", () => {
  it.each([
    ["s", "squint"],
    ["S", "squint"],
    ["{ArrowLeft}", "left"],
    ["{Control>}z{/Control}", "undo"],
    ["{Meta>}z{/Meta}", "undo"],
    ["{Control>}{Shift>}Z{/Shift}{/Control}", "redo"],
  ])("%s does it", async (pressed, does) => {
    const done = vi.fn();
    render(<Stage done={done} />);
    await userEvent.keyboard(pressed);
    expect(done.mock.calls).toEqual([[does]]);
  });

  it.each(["x", "{Alt>}s{/Alt}", "{Control>}x{/Control}"])("%s does nothing", async (pressed) => {
    const done = vi.fn();
    render(<Stage done={done} />);
    await userEvent.keyboard(pressed);
    expect(done).not.toHaveBeenCalled();
  });

  it.each(["Name", "Note"])("leave typing alone, but for keeping: %s", async (label) => {
    const done = vi.fn();
    render(<Stage done={done} />);
    const field = screen.getByLabelText(label);
    await userEvent.click(field);
    await userEvent.keyboard("ss{ArrowLeft}{Control>}z{/Control}");
    expect(done).not.toHaveBeenCalled();
    expect(field).toHaveProperty("value", "ss");
    await userEvent.keyboard("{Control>}s{/Control}");
    expect(done.mock.calls).toEqual([["keep"]]);
  });

  it("rest while a dialog is open, and once the stage is left", async () => {
    const done = vi.fn();
    const { rerender, unmount } = render(<Stage done={done} dialog />);
    await userEvent.keyboard("s");
    expect(done).not.toHaveBeenCalled();
    rerender(<Stage done={done} />);
    await userEvent.keyboard("s");
    expect(done).toHaveBeenCalledOnce();
    unmount();
    await userEvent.keyboard("s");
    expect(done).toHaveBeenCalledOnce();
  });
});
