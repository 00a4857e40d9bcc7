import type { TubeMixture, TubeOut } from "../api/schema";
import { TABLES } from "../api/tables";
import { oneTube } from "./mixture";

/** For each place of an example the keys of paints that would serve, the best first. */
export type Places = ReadonlyArray<readonly string[]>;

/** The tubes of a box for the places of an example, each once; a place it has none for is left. */
export function tubesFor(places: Places, tubes: readonly TubeOut[]): TubeOut[] {
  const taken: TubeOut[] = [];
  for (const place of places) {
    const tube = place
      .map((key) => tubes.find((each) => each.paint.key === key))
      .find((each) => each && !taken.includes(each));
    if (tube) taken.push(tube);
  }
  return taken;
}

/** A pair to begin with: an orange and the blue that mutes it, or what comes nearest in the box. */
export function examplePair(tubes: readonly TubeOut[]): [TubeMixture, TubeMixture] | null {
  const [warm, cool] = TABLES.examples.pair.map(
    (place, i) => tubesFor([place], tubes)[0] ?? tubes.at(-i),
  );
  return warm && cool && warm !== cool ? [oneTube(warm.id), oneTube(cool.id)] : null;
}
