import { useMemo } from "react";
import { PlanFrame } from "../../plots/PlanFrame";
import { Plot, type Spot } from "../../plots/Plot";
import { planGeometry } from "../../plots/plan";
import { useSeen } from "../../seen/useSeen";
import type { FieldSample, Triad } from "./field";
import { Mesh } from "./TriadField";

/** The same mixtures in the plan: how the triangle lies around the neutral axis. */
export function TriadPlan({
  triad,
  width,
  height,
  at,
}: {
  triad: Triad;
  width: number;
  height: number;
  at: FieldSample;
}) {
  const codes = useSeen().codes(triad.field);
  const geometry = useMemo(
    () => planGeometry(triad.field.lab, width, height),
    [triad, width, height],
  );
  const spot = useMemo(() => {
    const spots = triad.field.lab.map((lab) => geometry.place(lab));
    return (index: number) => spots[index] as Spot;
  }, [triad, geometry]);
  const [x, y] = geometry.place(at.lab);
  return (
    <Plot
      width={width}
      height={height}
      label="The plan: where the mixtures of the triangle lie around the neutral axis."
    >
      <Mesh triad={triad} codes={codes} spot={spot} />
      <PlanFrame geometry={geometry} />
      <circle cx={x} cy={y} r={9} fill="none" stroke="#ffffff" strokeWidth={4} />
      <circle cx={x} cy={y} r={9} fill="none" stroke="#000000" strokeWidth={2} />
    </Plot>
  );
}
