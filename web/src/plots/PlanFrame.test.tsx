import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { TABLES } from "../api/tables";
import { PlanFrame } from "./PlanFrame";
import { planGeometry } from "./plan";

afterEach(cleanup);

describe("the words around the plan", () => {
  const geometry = planGeometry([[50, 60, 20]], 500, 500);
  const words = TABLES.hues.map(([word]) => word);
  const written = (labels?: { at: [number, number]; says: string }[]) => {
    cleanup();
    render(
      <svg>
        <title>The plan</title>
        <PlanFrame geometry={geometry} labels={labels} />
      </svg>,
    );
    return words.filter((word) => screen.queryByText(word));
  };

  it("are all there, but for the one that a label would lie over", () => {
    expect(written()).toEqual(words);
    const at = screen.getByText("yellow");
    const [x, y] = ["x", "y"].map((side) => Number(at.getAttribute(side))) as [number, number];
    const there: [number, number] = [geometry.centre[0] + x - 20, geometry.centre[1] + y - 6];
    const left = written([{ at: there, says: "Hansa yellow light" }]);
    expect(left).toEqual(words.filter((word) => word !== "yellow"));
    expect(written([{ at: geometry.centre as [number, number], says: "Ivory black" }])).toEqual(
      words,
    );
  });
});
