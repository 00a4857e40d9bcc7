import { useMemo } from "react";
import { PlanFrame } from "./PlanFrame";
import { planGeometry } from "./plan";
import { type OnTrail, TrailPlot } from "./TrailPlot";

/** The plan: looking down the neutral axis, hue around, chroma outward. */
export function PlanPlot({ width, height, trail, ghost }: OnTrail) {
  const geometry = useMemo(() => planGeometry(trail.lab, width, height), [trail, width, height]);
  return (
    <TrailPlot
      trail={trail}
      ghost={ghost}
      width={width}
      height={height}
      place={geometry.place}
      label="The plan: looking down the neutral axis, hue around, chroma outward."
    >
      <PlanFrame geometry={geometry} />
    </TrailPlot>
  );
}
