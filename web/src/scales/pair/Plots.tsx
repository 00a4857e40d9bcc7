import { memo } from "react";
import type { TrailOut } from "../../api/schema";
import { PagePlot } from "../../plots/PagePlot";
import { PlanPlot } from "../../plots/PlanPlot";
import { useNarrow } from "../../ui/useNarrow";
import { useSize } from "../../ui/useSize";
import type { Scale } from "./scale";

const SIDE_BY_SIDE_FROM = 700;
const LEAST_PLOT_HEIGHT = 250;

/** The page and the plan of one scale, side by side or one below the other. */
export const Plots = memo(function Plots({
  scale,
  trail,
  ghost,
}: {
  scale: Scale;
  trail: TrailOut;
  ghost: TrailOut | null;
}) {
  const [room, width, height] = useSize();
  const beside = width >= SIDE_BY_SIDE_FROM;
  // In a hand one of them is enough: the page, on which the steps are moved.
  const narrow = useNarrow();
  const plot = {
    trail,
    ghost,
    width: beside ? width / 2 : width,
    height: Math.max(LEAST_PLOT_HEIGHT, beside || narrow ? height : height / 2),
  };
  return (
    <div
      ref={room}
      className="flex min-h-[15.75rem] flex-1 flex-wrap overflow-hidden md:max-lg:min-h-[32rem]"
    >
      {width > 0 && (
        <>
          <PagePlot
            {...plot}
            neutralShare={scale.neutral.share}
            names={[nameOf(scale, 0), nameOf(scale, 1)]}
          />
          {!narrow && <PlanPlot {...plot} />}
        </>
      )}
    </div>
  );
});

const nameOf = (scale: Scale, end: number) => scale.paints[end]?.name ?? "";
