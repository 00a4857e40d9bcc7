import type { Light } from "../api/client";
import type {
  Measure,
  MotherIn,
  PaintingOut,
  PaintingRequest,
  PassageIn,
  TubeMixture,
  VersionOut,
} from "../api/schema";
import { DEFAULTS, LIMITS } from "../api/tables";
import { newToken } from "../api/token";
import type { UnsavedStore } from "../keeping/unsaved";

/** A painting that is being made. The light is the room's. */
export type RequestDraft = Omit<PaintingRequest, "light" | "finish">;

export interface Draft {
  name: string;
  request: RequestDraft;
  measure: Measure;
}

export const MOST_PASSAGES = LIMITS.PaintingRequest.passages.most;
export const PARTS = [
  ["dominant", "Dominant"],
  ["supporting", "Supporting"],
  ["accent", "Accent"],
] as const;
export const DISTANCES = [
  ["", "None"],
  ["near", "Near"],
  ["middle", "Middle"],
  ["far", "Far"],
] as const;

/** As far as is seen when touching, values held and accents left out. */
export const GIVING = {
  ...DEFAULTS.GivingIn,
  ...{ amount: null, most_delta_e: null },
} as PaintingRequest["giving"];

/** What a passage is before anything is known of it; `newPassage` gives it a key of its own. */
export const EMPTY_PASSAGE = {
  ...DEFAULTS.PassageIn,
  area: 20,
  mixture: null,
  value: null,
  layers: null,
} as PassageIn;

/** A passage that is new, with a key that tells it from the others wherever it stands. */
export const newPassage = (known: Partial<PassageIn>): PassageIn => ({
  ...EMPTY_PASSAGE,
  ...known,
  key: newToken(),
});

export const EMPTY_PAINTING: Draft = {
  name: "",
  request: {
    ...unlit(DEFAULTS.PaintingRequest as PaintingRequest),
    ...{ never: null, passages: [], mother: null, giving: GIVING, surface: DEFAULTS.SurfaceIn },
  },
  measure: DEFAULTS.Measure,
};

export function draftOf(painting: PaintingOut): Draft {
  return {
    name: painting.title,
    request: unlit(painting.request),
    measure: painting.measure,
  };
}

function unlit({ light: _, finish: __, ...rest }: PaintingRequest): RequestDraft {
  return rest;
}

/** A version's request as a draft takes it. */
export const requestOfVersion = (version: VersionOut): RequestDraft => unlit(version.request);

/** What is asked of the server, under a light. */
export function requestOf(draft: RequestDraft, light: Light): PaintingRequest {
  return { ...draft, light, finish: "satin" };
}

/** Paintings that are not kept yet. */
export const UNSAVED_PAINTINGS: UnsavedStore<Draft> = {
  kind: "painting",
  mended: (found) => {
    const draft = found as Draft | undefined;
    if (!Array.isArray(draft?.request?.passages)) return null;
    return {
      ...EMPTY_PAINTING,
      ...draft,
      // One that waited may be of an older version.
      measure: { ...EMPTY_PAINTING.measure, ...draft?.measure },
      request: {
        ...EMPTY_PAINTING.request,
        ...draft?.request,
        giving: { ...GIVING, ...draft?.request.giving },
      },
    };
  },
};

/** Whether nothing of a painting is missing any more: every passage has a mixture. */
export const finished = ({ passages }: RequestDraft) =>
  passages.length > 0 && passages.every((passage) => passage.mixture !== null);

/** A passage by its name, or by its place where it has none yet. */
export const nameOf = (passages: readonly PassageIn[], place: number) =>
  passages[place]?.name.trim() || `Passage ${place + 1}`;

/** The request with a passage changed. */
export function withPassage(
  request: RequestDraft,
  place: number,
  patch: Partial<PassageIn>,
): RequestDraft {
  const passages = request.passages.map((each, i) => (i === place ? { ...each, ...patch } : each));
  return { ...request, passages };
}

/** The request without a passage; what pointed at later ones points at them still. */
export function withoutPassage(request: RequestDraft, place: number): RequestDraft {
  const moved = (i: number) => (i > place ? i - 1 : i);
  const { mother } = request;
  const fromPassage = mother?.kind === "passage";
  return {
    ...request,
    passages: request.passages.filter((_, i) => i !== place),
    touching: request.touching
      .filter((pair) => !pair.includes(place))
      .map((pair) => pair.map(moved)),
    mother:
      !mother || !fromPassage
        ? mother
        : mother.id === place
          ? null
          : { ...mother, id: moved(mother.id) },
    giving: {
      ...request.giving,
      pins: request.giving.pins
        .filter((pin) => pin.place !== place)
        .map((pin) => ({ ...pin, place: moved(pin.place) })),
    },
  };
}

/** Whether two passages touch. */
export const touch = (request: RequestDraft, one: number, other: number) =>
  request.touching.some((pair) => pair.includes(one) && pair.includes(other));

/** The request with two passages touching, or no longer. */
export function withTouching(request: RequestDraft, one: number, other: number): RequestDraft {
  const pair = [Math.min(one, other), Math.max(one, other)];
  return {
    ...request,
    touching: touch(request, one, other)
      ? request.touching.filter((each) => !(each.includes(one) && each.includes(other)))
      : [...request.touching, pair],
  };
}

/**
 * The request with another mother, given as far as is seen when touching: what was held was a
 * share of the old one.
 */
export function withMother(request: RequestDraft, mother: MotherIn): RequestDraft {
  return { ...request, mother, giving: { ...request.giving, amount: null, pins: [] } };
}

/** Per cent of the surface that the passages cover. */
export const covered = (passages: readonly PassageIn[]) =>
  passages.reduce((sum, passage) => sum + passage.area, 0);

/** Per cent by which areas may miss the whole: no hand measures them closer. */
const WHOLE = 0.5;

/** Whether the passages cover the whole surface, as nearly as it is told. */
export const coversAll = (passages: readonly PassageIn[]) =>
  Math.abs(covered(passages) - 100) <= WHOLE;

/** The passages scaled so that they cover the whole surface; alike where none has any of it. */
export function spreadOut(passages: readonly PassageIn[]): PassageIn[] {
  const whole = covered(passages);
  return passages.map((passage) => ({
    ...passage,
    area: Number((whole > 0 ? (100 * passage.area) / whole : 100 / passages.length).toFixed(3)),
  }));
}

/** A mixture with one part of a tube more. */
export function withTube(mixture: TubeMixture | null, tube: number): TubeMixture {
  const parts = mixture?.parts ?? [];
  if (parts.some((part) => part.tube === tube)) return { name: mixture?.name ?? "", parts };
  return { name: "", parts: [...parts, { tube, parts: 1 }] };
}
