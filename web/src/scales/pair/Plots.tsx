import type { Scale, Trail } from "../../api/client";
import { PagePlot } from "../../plots/PagePlot";
import { PlanPlot } from "../../plots/PlanPlot";
import type { StepsOnTrail } from "../../plots/TrailPlot";
import { useNarrow } from "../../ui/useNarrow";
import { useSize } from "../../ui/useSize";

const SIDE_BY_SIDE_FROM = 700;
const LEAST_PLOT_HEIGHT = 250;

/** The page and the plan of one scale, side by side or one below the other. */
export function Plots({
  scale,
  names,
  ghost,
  ...steps
}: Omit<StepsOnTrail, "neutralShare"> & {
  scale: Scale;
  names: readonly [string, string];
  ghost: Trail | null;
}) {
  const [room, width, height] = useSize();
  const beside = width >= SIDE_BY_SIDE_FROM;
  // In a hand one of them is enough: the page, on which the steps are moved.
  const narrow = useNarrow();
  const plot = {
    ...steps,
    neutralShare: scale.neutral.share,
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
          <PagePlot {...plot} names={names} />
          {!narrow && <PlanPlot {...plot} />}
        </>
      )}
    </div>
  );
}
