/** A line of mixtures as it lies in a plot. */
export interface Path {
  points: ReadonlyArray<readonly [number, number]>;
  /** The share of each point. */
  shares: readonly number[];
  /** Share at which the line has a gap, where the plot changes sides. */
  breakAt?: number;
}

/** Whether the line is broken just before a point. */
export const breaks = ({ shares, breakAt }: Path, i: number): boolean =>
  breakAt !== undefined && (shares[i - 1] as number) < breakAt && (shares[i] as number) >= breakAt;
