import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Choice } from "./Choice";
import { NumberField } from "./NumberField";
import { Select } from "./Select";
import { Stepper } from "./Stepper";
import { TextField } from "./TextField";

afterEach(cleanup);

/** An amount as a panel would hold it. */
function Amount({ told, start = 5 }: { told: (value: number) => void; start?: number }) {
  const [value, setValue] = useState(start);
  return (
    <>
      <NumberField
        label="Amount"
        unit="ml"
        value={value}
        least={0.5}
        most={100}
        onChange={(next) => {
          told(next);
          setValue(next);
        }}
      />
      <button type="button" onClick={() => setValue(7)}>
        take seven
      </button>
    </>
  );
}

function Name({ told, done }: { told: (name: string) => void; done: () => void }) {
  const [name, setName] = useState("");
  const change = (next: string) => {
    told(next);
    setName(next);
  };
  return <TextField label="Name" value={name} most={4} onChange={change} onDone={done} />;
}

describe("a number", () => {
  const field = () => screen.getByRole("textbox", { name: "Amount, ml" });

  it("is told as it is typed, with a point or a comma", async () => {
    const told = vi.fn();
    render(<Amount told={told} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "2,5");
    expect(told.mock.calls.map(([value]) => value)).toEqual([2, 2, 2.5]);
    expect(field()).toHaveProperty("value", "2,5");
  });

  it.each(["", "  ", "lots", "0", "-3", "101", "1e9", "NaN", "Infinity"])(
    "stays as typed where it is none in range: “%s”",
    async (typed) => {
      const told = vi.fn();
      render(<Amount told={told} />);
      await userEvent.clear(field());
      if (typed) await userEvent.type(field(), typed);
      expect(field()).toHaveProperty("value", typed);
      expect(field().getAttribute("aria-invalid")).toBe("true");
      const hint = field().getAttribute("aria-describedby") ?? "";
      expect(document.getElementById(hint)?.textContent).toBe("Give a number from 0.5 to 100.");
      for (const [value] of told.mock.calls) {
        expect(value).toBeGreaterThanOrEqual(0.5);
        expect(value).toBeLessThanOrEqual(100);
      }
    },
  );

  it("keeps a zero that is still being typed behind", async () => {
    const told = vi.fn();
    render(<Amount told={told} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "10.0");
    expect(field()).toHaveProperty("value", "10.0");
    expect(told).toHaveBeenLastCalledWith(10);
  });

  it("follows what is set elsewhere, as by an undo", async () => {
    render(<Amount told={() => {}} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "500");
    await userEvent.click(screen.getByRole("button", { name: "take seven" }));
    expect(field()).toHaveProperty("value", "7");
    expect(field().getAttribute("aria-invalid")).toBe("false");
  });
});

describe("a counter", () => {
  it.each([
    [3, true, false],
    [9, false, false],
    [15, false, true],
  ])("at %i offers what is left", (value, fewer, more) => {
    render(<Stepper value={value} least={3} most={15} word="steps" onChange={() => {}} />);
    const off = (name: string) => screen.getByRole("button", { name }).hasAttribute("disabled");
    expect([off("Fewer steps"), off("More steps")]).toEqual([fewer, more]);
    expect(screen.getByRole("status").textContent).toBe(`${value} steps`);
  });

  it("goes one at a tap, and can say its word first", async () => {
    const told = vi.fn();
    render(<Stepper value={5} least={2} most={9} word="value" before onChange={told} />);
    expect(screen.getByRole("status").textContent).toBe("value 5");
    await userEvent.click(screen.getByRole("button", { name: "More value" }));
    await userEvent.click(screen.getByRole("button", { name: "Fewer value" }));
    expect(told.mock.calls).toEqual([[6], [4]]);
  });
});

describe("a choice", () => {
  const options = [
    ["chroma", "Even in chroma"],
    ["parts", "Even in parts"],
  ] as const;

  it("shows which of a few is taken", async () => {
    const told = vi.fn();
    render(<Choice label="Spacing" options={options} value="parts" onChoose={told} />);
    const pressed = screen.getAllByRole("button").map((each) => each.getAttribute("aria-pressed"));
    expect(pressed).toEqual(["false", "true"]);
    await userEvent.click(screen.getByRole("button", { name: "Even in chroma" }));
    expect(told).toHaveBeenCalledWith("chroma");
  });

  it("of many is opened and taken by the keys alone", async () => {
    const told = vi.fn();
    render(<Select label="Spacing" options={options} value="chroma" onChoose={told} />);
    const button = await screen.findByRole("button", { name: "Spacing: Even in chroma" });
    await userEvent.tab();
    expect(document.activeElement).toBe(button);
    await userEvent.keyboard("{ArrowDown}");
    await screen.findByRole("option", { name: "Even in parts" });
    await userEvent.keyboard("{ArrowDown}{Enter}");
    expect(told).toHaveBeenCalledWith("parts");
  });

  it("says the key where nobody named it", async () => {
    const none: ReadonlyArray<readonly [string, string]> = options;
    render(<Select label="Spacing" options={none} value="value" onChoose={() => {}} />);
    expect(await screen.findByRole("button", { name: "Spacing: value" })).toBeTruthy();
  });
});

describe("a line of text", () => {
  it("is told as it is typed, up to its length, and again when it is left", async () => {
    const [told, done] = [vi.fn(), vi.fn()];
    render(<Name told={told} done={done} />);
    await userEvent.type(screen.getByLabelText("Name"), "umbers");
    expect(told).toHaveBeenLastCalledWith("umbe");
    expect(done).not.toHaveBeenCalled();
    await userEvent.tab();
    expect(done).toHaveBeenCalledOnce();
  });
});
