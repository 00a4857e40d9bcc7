import type { ChartOut, PatchOut, RunOut } from "../../api/schema";

/** A step of a scale: a patch at its share of the second paint. */
export type Step = PatchOut & { share: number; pinned: boolean };

/** A scale as it is drawn: its trail, the steps along it, and the rows they are opened in. */
export interface Scale extends Omit<RunOut, "shares" | "pinned"> {
  paints: ChartOut["paints"];
  steps: readonly Step[];
  opened: ReadonlyArray<{ label: string; patches: readonly PatchOut[] }>;
}

/** The scale of a chart that has a run. */
export function scaleOf(chart: ChartOut | undefined): Scale | undefined {
  if (!chart?.run) return undefined;
  const { shares, pinned, ...run } = chart.run;
  const [steps = [], ...opened] = chart.rows;
  // What only opens the rows below is not told of the steps.
  const used = new Set(
    steps.flatMap(({ parts }) => parts.filter(({ exact }) => exact > 0)).map(({ key }) => key),
  );
  return {
    ...run,
    paints: chart.paints,
    steps: steps.map((patch, i) => ({
      ...patch,
      parts: patch.parts.filter(({ key }) => used.has(key)),
      ...{ share: shares[i] ?? 0, pinned: pinned[i] ?? false },
    })),
    opened: opened.map((patches, i) => ({ label: chart.row_labels[i + 1] ?? "", patches })),
  };
}
