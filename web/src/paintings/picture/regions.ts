import type { PassageIn, RegionOut } from "../../api/schema";
import { newPassage, type RequestDraft, withoutPassage } from "../draft";

/** A painting's passages by the pieces of its picture, and what follows from where they lie. */

/** The passages of a painting that begins from a picture, one for each of its regions. */
export function begunFrom(request: RequestDraft, division: number, regions: readonly RegionOut[]) {
  const passages = regions.map((region) =>
    newPassage({
      name: region.name,
      area: region.area,
      part: region.accent ? "accent" : "supporting",
      pieces: region.pieces,
    }),
  );
  return {
    ...request,
    picture: { division },
    passages,
    touching: pairsOf(regions),
    mother: null,
    giving: { ...request.giving, amount: null, pins: [] },
  } satisfies RequestDraft;
}

const pairsOf = (regions: readonly RegionOut[]) =>
  regions.flatMap(({ touching }, i) => touching.filter((j) => i < j).map((j) => [i, j]));

/** The pieces of every passage, as the server is asked about them. */
export const membersOf = (passages: ReadonlyArray<Pick<PassageIn, "pieces">>) =>
  passages.map(({ pieces }) => [...(pieces ?? [])]);

/** Whether two lists of passages are the same ones with the same pieces, in one order. */
export const liesAlike = (
  some: ReadonlyArray<Pick<PassageIn, "pieces"> & { key: string }>,
  others: ReadonlyArray<Pick<PassageIn, "pieces"> & { key: string }>,
) =>
  some.length === others.length &&
  some.every(
    ({ key, pieces }, i) =>
      key === others[i]?.key && String(pieces ?? []) === String(others[i]?.pieces ?? []),
  );

/** The pieces once one passage has taken in another, which is left with none. */
export function merged(passages: readonly PassageIn[], into: number, from: number): number[][] {
  const members = membersOf(passages);
  members[into] = [...(members[into] ?? []), ...(members[from] ?? [])];
  members[from] = [];
  return members;
}

/** The pieces once some of them were given to a passage. */
export function given(
  passages: readonly PassageIn[],
  to: number,
  pieces: ReadonlySet<number>,
): number[][] {
  const members = membersOf(passages).map((mine) => mine.filter((piece) => !pieces.has(piece)));
  members[to] = [...(members[to] ?? []), ...pieces];
  return members;
}

/**
 * A painting with its regions as the server told them: shares and neighbours follow from the
 * picture. What is more than the passages there were is one that came of a split, mixed as what it
 * was a part of.
 */
export function withRegions(
  request: RequestDraft,
  regions: readonly RegionOut[],
  of: number,
): RequestDraft {
  const origin = request.passages[of];
  const passages = regions.map(({ pieces, area, name }, place) => {
    const there = request.passages[place];
    if (there) return { ...there, pieces, area };
    return newPassage({ ...origin, name, pieces, area, part: "supporting" });
  });
  return { ...request, passages, touching: pairsOf(regions) };
}

/** The same, and the passage that was merged into another is gone. */
export const withMerged = (
  request: RequestDraft,
  regions: readonly RegionOut[],
  from: number,
): RequestDraft => withoutPassage(withRegions(request, regions, from), from);
