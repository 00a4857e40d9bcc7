import { useMemo } from "react";
import type { Trail } from "../api/client";
import { PlanFrame } from "./PlanFrame";
import { planGeometry } from "./plan";
import { type StepsOnTrail, TrailPlot } from "./TrailPlot";

/** The plan: looking down the neutral axis, hue around, chroma outward. */
export function PlanPlot({
  width,
  height,
  ...steps
}: StepsOnTrail & { width: number; height: number; ghost?: Trail | null }) {
  const { trail } = steps;
  const geometry = useMemo(() => planGeometry(trail.lab, width, height), [trail, width, height]);
  return (
    <TrailPlot
      {...steps}
      width={width}
      height={height}
      place={geometry.place}
      label="The plan: looking down the neutral axis, hue around, chroma outward."
    >
      <PlanFrame geometry={geometry} />
    </TrailPlot>
  );
}
