import type { GivingIn, HarmonisedOut, PassageIn, TrailOut } from "../../api/schema";
import { TABLES } from "../../api/tables";
import { sample } from "../../plots/trail";

/** How far along its way a share brings a passage, 0 to 1: its points are even in colour. */
export function fractionOf(way: TrailOut, share: number): number {
  const last = way.share.length - 1;
  const after = way.share.findIndex((each) => each >= share);
  if (after <= 0) return after === 0 ? 0 : 1;
  const from = way.share[after - 1] as number;
  const to = way.share[after] as number;
  return (after - 1 + (to > from ? (share - from) / (to - from) : 1)) / last;
}

/** The share at a fraction of a way. */
export function shareAt(way: TrailOut, fraction: number): number {
  const last = way.share.length - 1;
  const at = Math.min(Math.max(fraction, 0), 1) * last;
  const low = Math.min(Math.floor(at), last - 1);
  const from = way.share[low] as number;
  return from + ((way.share[low + 1] as number) - from) * (at - low);
}

/** Shares as they are, and how they are asked for. */
export interface Dragged {
  shares: number[];
  giving: GivingIn;
  /** What is dragged, so that one drag is undone as one. */
  stroke: string;
}

/**
 * One share dragged, and the rest after it: the same share, or the same pull, for all but the
 * accents and what is held. What is held itself, or an accent, is moved alone.
 */
export function dragged(
  passages: readonly PassageIn[],
  harmony: readonly HarmonisedOut[],
  giving: GivingIn,
  place: number,
  share: number,
): Dragged {
  const stroke = `share ${place}`;
  const pulls = harmony.map((each) => each.pull);
  const pull = pulls[place];
  const pinned = (i: number) => giving.pins.some((pin) => pin.place === i);
  const accent = (i: number) => passages[i]?.part === "accent";
  if (!pull || pinned(place) || accent(place)) {
    const pins = [...giving.pins.filter((pin) => pin.place !== place), { place, share }];
    return {
      shares: harmony.map((each, i) => (i === place ? share : each.share)),
      giving: { ...giving, pins },
      stroke,
    };
  }
  const same = giving.kind === "same";
  // The least movement has no single measure to drag: it goes on as one pull for all.
  const amount = same ? share : fractionOf(pull, share);
  const shares = harmony.map((each, i) => {
    const other = pulls[i];
    if (i === place) return share;
    if (pinned(i) || accent(i) || !other) return each.share;
    return same ? share : shareAt(other, amount);
  });
  return { shares, giving: { ...giving, kind: same ? "same" : "equal", amount }, stroke };
}

/** All passages at one pull, as a point of the trade-off has them. */
export function pulled(
  passages: readonly PassageIn[],
  harmony: readonly HarmonisedOut[],
  giving: GivingIn,
  fraction: number,
): Dragged {
  const pinned = (i: number) => giving.pins.some((pin) => pin.place === i);
  return {
    shares: harmony.map((each, i) =>
      each.pull && !pinned(i) && passages[i]?.part !== "accent"
        ? shareAt(each.pull, fraction)
        : each.share,
    ),
    giving: { ...giving, kind: "equal", amount: fraction },
    stroke: "pull",
  };
}

/** How a passage looks at a share, read off the points that were sent ahead. */
export function lookAt(passage: HarmonisedOut, share: number) {
  return passage.pull ? sample(passage.pull, share) : passage.after;
}

/** A share as the hand takes it: a trace is one part in so many. */
export function percent(share: number): string {
  if (share > 0 && share < TABLES.traceBelow)
    return `1\u00a0in\u00a0${Number((1 / share).toPrecision(2))}`;
  const value = 100 * share;
  return `${value === 0 ? "0" : value < 9.95 ? value.toFixed(1) : Math.round(value)}\u00a0%`;
}
