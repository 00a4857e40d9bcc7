import { TABLES } from "../../api/tables";

/**
 * A picture shown in other colours within a frame: what `mesotint.pictures.recolour` does, over the
 * constants of the core. Every pixel is its passage's mean and what light and grain make of it.
 */

const { edge: EDGE, alike: ALIKE, darkest: DARKEST, ...TOLD } = TABLES.recolour;
const KNEE = 6 / 29;
const SLOPE = 3 * KNEE * KNEE;
const FOOT = 4 / 29;
const CODES = 4096;

const LINEAR = TOLD.linearFromLight as unknown as Matrix;
const LIGHT = TOLD.lightFromLinear as unknown as Matrix;
type Triple = [number, number, number];
type Matrix = [Triple, Triple, Triple];

/** Linear light of each code of sRGB (IEC 61966-2-1). */
const DECODED = Float32Array.from({ length: 256 }, (_, code) => {
  const told = code / 255;
  return told > 0.04045 ? ((told + 0.055) / 1.055) ** 2.4 : told / 12.92;
});

/** The code of linear light, in so many steps. */
const ENCODED = Uint8ClampedArray.from({ length: CODES + 1 }, (_, step) => {
  const linear = step / CODES;
  return Math.round(
    255 * (linear > 0.0031308 ? 1.055 * linear ** (1 / 2.4) - 0.055 : 12.92 * linear),
  );
});

const times = (m: Matrix, [x, y, z]: Triple): Triple => [
  m[0][0] * x + m[0][1] * y + m[0][2] * z,
  m[1][0] * x + m[1][1] * y + m[1][2] * z,
  m[2][0] * x + m[2][1] * y + m[2][2] * z,
];
const root = (light: number) => (light > KNEE ** 3 ? Math.cbrt(light) : light / SLOPE + FOOT);
const cube = (f: number) => (f > KNEE ? f * f * f : (f - FOOT) * SLOPE);
const linearOf = (roots: Triple) => times(LINEAR, [cube(roots[0]), cube(roots[1]), cube(roots[2])]);
const within = (value: number) => Math.min(1, Math.max(0, value));

/** The cube roots of CIELAB of a screen code. */
export function rootsOf(code: string): Triple {
  const [r, g, b] = [1, 3, 5].map(
    (at) => DECODED[Number.parseInt(code.slice(at, at + 2), 16)] ?? 0,
  );
  const [x, y, z] = times(LIGHT, [r ?? 0, g ?? 0, b ?? 0]);
  return [root(x), root(y), root(z)];
}

/** What light and grain make of a passage: its mean, and how some of its pixels differ from it. */
interface Grain {
  mean: Triple;
  off: Float32Array;
  low: number;
  high: number;
}

/** A picture and its passages, ready to be shown in other colours. */
export interface Recolouring {
  width: number;
  height: number;
  roots: Float32Array;
  /** The passage of each pixel; where it is none's, the last one. */
  own: Uint8Array;
  grains: ReadonlyArray<Grain | null>;
  /** Pixels at edges: where, whose else they are, and how much of each is its own passage's. */
  edges: { at: Uint32Array; other: Uint8Array; share: Float32Array };
}

/** Cube roots of a picture's pixels, three for each. */
export function rootsOfPixels(rgba: Uint8ClampedArray): Float32Array {
  const count = rgba.length / 4;
  const roots = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) {
    const r = DECODED[rgba[4 * i] as number] as number;
    const g = DECODED[rgba[4 * i + 1] as number] as number;
    const b = DECODED[rgba[4 * i + 2] as number] as number;
    for (let c = 0; c < 3; c++) {
      const row = LIGHT[c] as Triple;
      roots[3 * i + c] = root(row[0] * r + row[1] * g + row[2] * b);
    }
  }
  return roots;
}

/** Passages of a picture by pixel, made ready. `none` is the number of what is no passage's. */
export function recolouring(
  roots: Float32Array,
  own: Uint8Array,
  width: number,
  height: number,
  count: number,
): Recolouring {
  const grains = Array.from({ length: count }, (_, place) => grainOf(roots, own, place));
  return { width, height, roots, own, grains, edges: edgesOf(roots, own, width, height, count) };
}

function grainOf(roots: Float32Array, own: Uint8Array, place: number): Grain | null {
  const mean: Triple = [0, 0, 0];
  let size = 0;
  for (let i = 0; i < own.length; i++) {
    if (own[i] !== place) continue;
    for (let c = 0; c < 3; c++) mean[c] = (mean[c] as number) + (roots[3 * i + c] as number);
    size++;
  }
  if (!size) return null;
  for (let c = 0; c < 3; c++) mean[c] = (mean[c] as number) / size;
  const every = Math.max(1, Math.floor(size / TOLD.sampled));
  const some: number[] = [];
  let seen = 0;
  for (let i = 0; i < own.length; i++)
    if (own[i] === place && seen++ % every === 0)
      some.push(roots[3 * i] as number, roots[3 * i + 1] as number, roots[3 * i + 2] as number);
  const off = Float32Array.from(some);
  const [low, high] = reach(off, mean[1]);
  for (let c = 0; c < 3; c++) {
    let sum = 0;
    for (let i = c; i < off.length; i += 3) sum += off[i] as number;
    for (let i = c; i < off.length; i += 3) off[i] = (off[i] as number) - (3 * sum) / off.length;
  }
  return { mean, off, low, high };
}

/** How far the darkest and lightest of some pixels lie from their mean, the outermost left out. */
function reach(off: Float32Array, mean: number): [number, number] {
  const light = Array.from({ length: off.length / 3 }, (_, i) => off[3 * i + 1] as number);
  light.sort((a, b) => a - b);
  const at = (share: number) => {
    const place = share * (light.length - 1);
    const from = Math.floor(place);
    const [one, two] = [
      light[from] as number,
      light[Math.min(from + 1, light.length - 1)] as number,
    ];
    return one + (two - one) * (place - from) - mean;
  };
  return [Math.max(0, -at(TOLD.outer)), Math.max(0, at(1 - TOLD.outer))];
}

function edgesOf(
  roots: Float32Array,
  own: Uint8Array,
  width: number,
  height: number,
  count: number,
): Recolouring["edges"] {
  const [at, other, share] = [[] as number[], [] as number[], [] as number[]];
  const weight = new Float64Array(count);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const mine = own[i] as number;
      if (mine >= count || !mixed(own, width, height, x, y, mine)) continue;
      weight.fill(0);
      for (let down = -EDGE; down <= EDGE; down++)
        for (let across = -EDGE; across <= EDGE; across++) {
          const v = Math.min(Math.max(y + down, 0), height - 1);
          const u = Math.min(Math.max(x + across, 0), width - 1);
          const j = v * width + u;
          const whose = own[j] as number;
          if (whose >= count) continue;
          let off = 0;
          for (let c = 0; c < 3; c++)
            off += ((roots[3 * j + c] as number) - (roots[3 * i + c] as number)) ** 2;
          const near = (down * down + across * across) / (0.5 * EDGE * EDGE);
          weight[whose] = (weight[whose] as number) + Math.exp(-near - off / (2 * ALIKE * ALIKE));
        }
      const held = weight[mine] as number;
      weight[mine] = 0;
      let next = 0;
      for (let p = 1; p < count; p++)
        if ((weight[p] as number) > (weight[next] as number)) next = p;
      at.push(i);
      other.push(next);
      share.push(Math.max(0.5, held / Math.max(held + (weight[next] as number), 1e-12)));
    }
  return {
    at: Uint32Array.from(at),
    other: Uint8Array.from(other),
    share: Float32Array.from(share),
  };
}

function mixed(
  own: Uint8Array,
  width: number,
  height: number,
  x: number,
  y: number,
  mine: number,
): boolean {
  for (let v = Math.max(0, y - EDGE); v <= Math.min(height - 1, y + EDGE); v++)
    for (let u = Math.max(0, x - EDGE); u <= Math.min(width - 1, x + EDGE); u++)
      if (own[v * width + u] !== mine) return true;
  return false;
}

/** How much larger or smaller grain becomes where a passage moves to a colour. */
function kept(grain: Grain, target: Triple): number {
  const wanted = Math.min(
    Math.max(target[1] / Math.max(grain.mean[1], 1e-6), TOLD.leastGrain),
    TOLD.mostGrain,
  );
  const fits = (much: number) => {
    const light = linearOf(target.map((f) => f + much * grain.high) as Triple);
    return Math.max(...light) <= 1 && target[1] - much * grain.low >= DARKEST;
  };
  let [least, most] = [0, wanted];
  for (let i = 0; i < TOLD.halvings && !fits(most); i++) {
    const middle = (least + most) / 2;
    if (fits(middle)) least = middle;
    else most = middle;
  }
  return most;
}

/** Where a passage's mean moves to, so that its mean light is the colour's. */
function moved(grain: Grain, target: Triple, much: number): Triple {
  const wanted = linearOf(target).map(within);
  const at = [...target] as Triple;
  const count = grain.off.length / 3;
  for (let round = 0; round < TOLD.rounds; round++) {
    const shown: Triple = [0, 0, 0];
    for (let i = 0; i < count; i++) {
      const light = linearOf([
        at[0] + much * (grain.off[3 * i] as number),
        at[1] + much * (grain.off[3 * i + 1] as number),
        at[2] + much * (grain.off[3 * i + 2] as number),
      ]);
      for (let c = 0; c < 3; c++)
        shown[c] = (shown[c] as number) + within(light[c] as number) / count;
    }
    const step = times(LIGHT, shown.map((s, c) => (wanted[c] as number) - s) as Triple);
    for (let c = 0; c < 3; c++) {
      const f = Math.max(at[c] as number, DARKEST);
      at[c] = (at[c] as number) + (step[c] as number) / (3 * f * f);
    }
  }
  return at;
}

/** The picture with each passage in a colour, as pixels; what has none stays as it is. */
export function shown(picture: Recolouring, colours: ReadonlyArray<string | null>): ImageData {
  const { width, height, roots, own, edges } = picture;
  const pixels = new ImageData(width, height);
  paint(new Uint32Array(pixels.data.buffer), roots, own, edges, wayOf(picture, colours));
  return pixels;
}

/** Grain and shift of each passage, four numbers for each; the last is what is no passage's. */
function wayOf(picture: Recolouring, colours: ReadonlyArray<string | null>): Float32Array {
  const way = new Float32Array(4 * 256);
  for (let place = 0; place < 256; place++) way[4 * place] = 1;
  picture.grains.forEach((grain, place) => {
    const code = colours[place];
    if (!grain || !code) return;
    const target = rootsOf(code);
    const much = kept(grain, target);
    const to = moved(grain, target, much);
    way[4 * place] = much;
    for (let c = 0; c < 3; c++)
      way[4 * place + 1 + c] = (to[c] as number) - much * (grain.mean[c] as number);
  });
  return way;
}

const LITTLE_ENDIAN = new Uint8Array(new Uint32Array([1]).buffer)[0] === 1;

function paint(
  out: Uint32Array,
  roots: Float32Array,
  own: Uint8Array,
  edges: Recolouring["edges"],
  way: Float32Array,
) {
  for (let i = 0; i < own.length; i++) {
    const at = 4 * (own[i] as number);
    const much = way[at] as number;
    out[i] = coded(
      (roots[3 * i] as number) * much + (way[at + 1] as number),
      (roots[3 * i + 1] as number) * much + (way[at + 2] as number),
      (roots[3 * i + 2] as number) * much + (way[at + 3] as number),
    );
  }
  for (let n = 0; n < edges.at.length; n++) {
    const i = edges.at[n] as number;
    const [one, two] = [4 * (own[i] as number), 4 * (edges.other[n] as number)];
    const held = edges.share[n] as number;
    const side = (c: number) => {
      const f = roots[3 * i + c] as number;
      const first = f * (way[one] as number) + (way[one + 1 + c] as number);
      const second = f * (way[two] as number) + (way[two + 1 + c] as number);
      return held * first + (1 - held) * second;
    };
    out[i] = coded(side(0), side(1), side(2));
  }
}

function coded(fx: number, fy: number, fz: number): number {
  const x = fx > KNEE ? fx * fx * fx : (fx - FOOT) * SLOPE;
  const y = fy > KNEE ? fy * fy * fy : (fy - FOOT) * SLOPE;
  const z = fz > KNEE ? fz * fz * fz : (fz - FOOT) * SLOPE;
  const [mr, mg, mb] = LINEAR;
  const r = code(mr[0] * x + mr[1] * y + mr[2] * z);
  const g = code(mg[0] * x + mg[1] * y + mg[2] * z);
  const b = code(mb[0] * x + mb[1] * y + mb[2] * z);
  return pixelOf(r, g, b);
}

/** Three codes as one number, as pixels lie in memory. */
const pixelOf = (r: number, g: number, b: number) =>
  LITTLE_ENDIAN
    ? (0xff000000 | (b << 16) | (g << 8) | r) >>> 0
    : ((r << 24) | (g << 16) | (b << 8) | 0xff) >>> 0;

const code = (linear: number) =>
  ENCODED[linear <= 0 ? 0 : linear >= 1 ? CODES : (linear * CODES + 0.5) | 0] as number;

/** The same pixels in a few values: neutral, from black to white in even steps of lightness. */
export function inValues(pixels: ImageData, values: number): ImageData {
  const told = new ImageData(pixels.width, pixels.height);
  const out = new Uint32Array(told.data.buffer);
  const lightOf = (lightness: number) => cube((lightness + 16) / 116);
  // Where each value ends, in light, so that no pixel's root has to be taken.
  const ends = Float64Array.from({ length: values - 1 }, (_, n) =>
    lightOf((100 * (n + 1)) / values),
  );
  const greys = Uint32Array.from({ length: values }, (_, n) => {
    const grey = code(lightOf((100 * (n + 0.5)) / values));
    return pixelOf(grey, grey, grey);
  });
  const { data } = pixels;
  const [red, green, blue] = LIGHT[1];
  for (let i = 0; i < out.length; i++) {
    const light =
      red * (DECODED[data[4 * i] as number] as number) +
      green * (DECODED[data[4 * i + 1] as number] as number) +
      blue * (DECODED[data[4 * i + 2] as number] as number);
    let value = 0;
    while (value < values - 1 && light >= (ends[value] as number)) value++;
    out[i] = greys[value] as number;
  }
  return told;
}
