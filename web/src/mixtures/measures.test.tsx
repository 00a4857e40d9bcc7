import { cleanup, fireEvent, render, renderHook, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { amountsIn, NOBODY, usualMeasure, withKind } from "../api/preferences";
import type { Measure } from "../api/schema";
import { DEFAULTS } from "../api/tables";
import { HowYouWork } from "../app/HowYouWork";
import { answerWith, studio } from "../testing/wire";
import { Length } from "../ui/Length";
import { MeasureFields, useHandAmounts } from "./measures";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
});

const painter = (told: object = {}) =>
  studio((cache) => cache.setQueryData(["me"], { ...NOBODY, name: "ann", ...told }));

function Fields({ told }: { told: (patch: Partial<Measure>) => void }) {
  const [measure, setMeasure] = useState<Measure>(DEFAULTS.Measure);
  return (
    <MeasureFields
      measure={measure}
      onChange={(patch) => {
        told(patch);
        setMeasure({ ...measure, ...patch });
      }}
    />
  );
}

/** A width as a painting would hold it. */
function Width({ told }: { told: (cm: number) => void }) {
  const [value, setValue] = useState(25.4);
  const change = (cm: number) => {
    told(cm);
    setValue(cm);
  };
  return <Length label="Width" value={value} least={1} most={2000} onChange={change} />;
}

const open = async () =>
  userEvent.click(await screen.findByRole("button", { name: /^Measured in: / }));

const OWN = { knife_tip: 0.04, lentil: 0.13, pea: 0.4, hazelnut: 1.3, walnut: 11 };

describe("what amounts are told in", () => {
  it("is chosen once, and is the painter's own from then on", async () => {
    const log = answerWith(({ body }) => ({ body }));
    const told = vi.fn();
    render(<Fields told={told} />, { wrapper: painter({ hand_ml: OWN }) });
    await open();
    await userEvent.click(screen.getByRole("option", { name: "By hand" }));
    expect(told).toHaveBeenCalledWith({ kind: "hand", step: 0.01, hand_ml: OWN });
    expect(log.map(({ method, path, body }) => [method, path, body])).toEqual([
      ["PATCH", "/api/me", { measure: "hand" }],
    ]);
  });

  it("has ounces and inches for who thinks in them", async () => {
    render(<Fields told={() => {}} />, { wrapper: painter() });
    await open();
    expect(screen.queryByRole("option", { name: /Ounces/ })).toBe(null);
    cleanup();
    render(<Fields told={() => {}} />, { wrapper: painter({ units: "imperial" }) });
    await open();
    expect(screen.getByRole("option", { name: "Ounces, on a scale" })).toBeTruthy();
    expect(screen.getByRole("option", { name: "Inches of ribbon" })).toBeTruthy();
  });

  it("begins as the painter measures, with a step that such a measure has", () => {
    const me = { ...NOBODY, name: "ann", hand_ml: OWN };
    expect(usualMeasure(me).kind).toBe(DEFAULTS.SheetMeasure.kind);
    expect(usualMeasure({ ...me, measure: "ounces" })).toMatchObject({
      ...{ kind: "ounces", step: 0.01, hand_ml: OWN },
    });
    expect(withKind({ kind: "ml", step: 0.01 }, "grams")).toEqual({ kind: "grams", step: 0.1 });
    expect(withKind({ kind: "grams", step: 0.01 }, "grams").step).toBe(0.01);
    expect(["", "parts", "strength", "hand"].map(amountsIn)).toEqual(["ml", "ml", "ml", "hand"]);
  });

  it("is each amount as this hand weighed it, the smallest first", () => {
    const { result } = renderHook(useHandAmounts, { wrapper: painter({ hand_ml: OWN }) });
    expect(result.current.map(([name]) => name)).toEqual([
      ...["knife-tip", "lentil", "pea", "hazelnut", "walnut"],
    ]);
    expect(Object.fromEntries(result.current)).toMatchObject({ "knife-tip": 0.04, pea: 0.4 });
  });

  it("is weighed amount by amount, in grams of titanium white", async () => {
    const log = answerWith(({ body }) => ({ body }));
    render(<HowYouWork className="" />, { wrapper: painter({ hand_ml: OWN }) });
    const walnut = await screen.findByLabelText(/^A walnut/);
    expect((walnut as HTMLInputElement).value).toBe("22");
    fireEvent.change(walnut, { target: { value: "30" } });
    await waitFor(() => expect(log).not.toEqual([]));
    // A millilitre of white is 2 g (from memory); nothing else moves.
    expect(log.at(-1)).toMatchObject({ body: { hand_ml: { ...OWN, walnut: 15 } } });
  });
});

describe("a length", () => {
  it("is shown in inches and told in centimetres, 2.54 to one", async () => {
    const told = vi.fn();
    render(<Width told={told} />, { wrapper: painter({ units: "imperial" }) });
    const field = screen.getByRole("textbox", { name: "Width, in" });
    expect((field as HTMLInputElement).value).toBe("10");
    await userEvent.clear(field);
    await userEvent.type(field, "12");
    expect(told.mock.calls.at(-1)?.[0]).toBeCloseTo(30.48);
  });

  it("stays in centimetres for everybody else, and squares what is square", () => {
    render(<Length label="Width" value={40} least={1} most={2000} onChange={() => {}} />, {
      wrapper: painter(),
    });
    expect(screen.getByRole("textbox", { name: "Width, cm" })).toBeTruthy();
    cleanup();
    render(<Length label="Area" squared value={6.4516} least={1} most={99} onChange={() => {}} />, {
      wrapper: painter({ units: "imperial" }),
    });
    const field = screen.getByRole("textbox", { name: "Area, in²" });
    expect((field as HTMLInputElement).value).toBe("1");
  });
});
