import type { Line, PatchOut, Swatch, TrailOut } from "../api/schema";

export type Lab = readonly [number, number, number];

/** How a mixture on the trail looks, between the points the server sent. */
export interface Sample extends Swatch {
  lab: Lab;
  opened_srgb: string;
}

/** Index of the last point at or before a share, and how far on the way to the next. */
function locate(shares: readonly number[], share: number): [number, number] {
  let low = 0;
  let high = shares.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((shares[middle] as number) <= share) low = middle;
    else high = middle;
  }
  const from = shares[low] as number;
  const to = shares[high] as number;
  const t = to > from ? (share - from) / (to - from) : 0;
  return [low, Math.min(1, Math.max(0, t))];
}

function channels(code: string): [number, number, number] {
  const n = Number.parseInt(code.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

/** A colour between two screen codes; `t` from 0 to 1. */
export function blend(from: string, to: string, t: number): string {
  const a = channels(from);
  const b = channels(to);
  const mixed = a.map((v, i) => Math.round(v + ((b[i] as number) - v) * t));
  return `#${mixed.map((v) => v.toString(16).padStart(2, "0")).join("")}`;
}

/** The look of the mixture at a share of the second paint, drawn between the server's points. */
export function sample(trail: TrailOut, share: number): Sample {
  const [i, t] = locate(trail.share, share);
  return sampleAt(trail, i, Math.min(i + 1, trail.share.length - 1), t);
}

/** The look between two points of a line. */
function sampleAt(trail: Line, i: number, j: number, t: number): Sample {
  const from = trail.lab[i] as Lab;
  const to = trail.lab[j] as Lab;
  const code = (list: readonly string[]) => blend(list[i] as string, list[j] as string, t);
  return {
    lab: [
      from[0] + (to[0] - from[0]) * t,
      from[1] + (to[1] - from[1]) * t,
      from[2] + (to[2] - from[2]) * t,
    ],
    srgb: code(trail.srgb),
    value_srgb: code(trail.value_srgb),
    opened_srgb: code(trail.opened_srgb),
    in_gamut: Boolean(trail.in_gamut[i] && trail.in_gamut[j]),
  };
}

/** The share `points` further along the trail, which is even in distance of colour. */
export function moveAlong(trail: TrailOut, share: number, points: number): number {
  const [i, t] = locate(trail.share, share);
  const at = Math.min(trail.share.length - 1, Math.max(0, i + t + points));
  const low = Math.floor(at);
  const high = Math.min(low + 1, trail.share.length - 1);
  const from = trail.share[low] as number;
  return from + ((trail.share[high] as number) - from) * (at - low);
}

/** Holds a step between its neighbours; the two ends stay pure. */
export function between(shares: readonly number[], index: number, share: number): number {
  const low = shares[index - 1];
  const high = shares[index + 1];
  if (low === undefined || high === undefined) return shares[index] as number;
  return Math.min(high, Math.max(low, share));
}

/** Chroma with a side: negative before the trail's nearest grey, positive after it. */
export function sidedChroma(lab: Lab, share: number, neutralShare: number): number {
  const chroma = Math.hypot(lab[1], lab[2]);
  return share < neutralShare ? -chroma : chroma;
}

/** The share of the trail's point that lies nearest to a place in a plot. */
export function nearestShare(
  trail: TrailOut,
  place: (lab: Lab, share: number) => readonly [number, number],
  target: readonly [number, number],
): number {
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  trail.share.forEach((share, i) => {
    const [x, y] = place(trail.lab[i] as Lab, share);
    const distance = (x - target[0]) ** 2 + (y - target[1]) ** 2;
    if (distance < least) {
      least = distance;
      best = share;
    }
  });
  return best;
}

/** Parts of a share as the hand would say them while it moves: "about 11 : 1". */
export function roughParts(share: number): string {
  if (share <= 0) return "1 : 0";
  if (share >= 1) return "0 : 1";
  const ratio = share < 0.5 ? (1 - share) / share : share / (1 - share);
  const shown = ratio >= 10 ? Math.round(ratio) : Math.round(ratio * 10) / 10;
  return share < 0.5 ? `${shown} : 1` : `1 : ${shown}`;
}

/** Whole parts of every paint in order, "4 : 3 : 12", a trace among them as a touch. */
export function partsText(step: Pick<PatchOut, "parts">): string {
  return step.parts.map((p) => (p.touch ? "touch" : p.whole)).join(" : ");
}

/** "4 parts Cadmium orange, 3 parts Ultramarine blue; Phthalo green, a touch: 1 in 280 …". */
export function partsInWords(step: Pick<PatchOut, "parts">): string {
  const parts = step.parts
    .filter((p) => p.whole > 0)
    .map((p) => `${p.whole} ${p.whole === 1 ? "part" : "parts"} ${p.name}`);
  const touches = step.parts.filter((p) => p.touch > 0).map((p) => `${p.name}, ${p.says}`);
  return [parts.join(", "), ...touches].join("; ");
}

/** Trails of several amounts of a third paint at the same shares, drawn for an amount between. */
export function blendTrails(
  amounts: readonly number[],
  trails: readonly TrailOut[],
  amount: number,
): TrailOut {
  const [i, t] = locate(amounts, amount);
  const from = trails[i] as TrailOut;
  const to = trails[Math.min(i + 1, trails.length - 1)] as TrailOut;
  const codes = (a: readonly string[], b: readonly string[]) =>
    a.map((code, k) => blend(code, b[k] as string, t));
  return {
    share: from.share,
    lab: from.lab.map((lab, k) => {
      const [lightness, a, b] = to.lab[k] ?? lab;
      return [
        lab[0] + (lightness - lab[0]) * t,
        lab[1] + (a - lab[1]) * t,
        lab[2] + (b - lab[2]) * t,
      ];
    }),
    srgb: codes(from.srgb, to.srgb),
    value_srgb: codes(from.value_srgb, to.value_srgb),
    opened_srgb: codes(from.opened_srgb, to.opened_srgb),
    in_gamut: from.in_gamut.map((shown, k) => shown && (to.in_gamut[k] ?? shown)),
  };
}

/** A figure as one would say it in a ratio. */
export const ratioText = (ratio: number) => Number(ratio.toPrecision(2)).toString();
