import { lazy } from "react";
import type { Parts } from "../mixtures/parts";
import { whenQuiet } from "../ui/quiet";

/** What stages show of others, each fetched when it is first shown. */
export const PARTS: Parts = {
  AddTubes: lazy(() =>
    import("../tubes/adding/AddTubes").then(({ AddTubes }) => ({ default: AddTubes })),
  ),
  ReadBack: lazy(() =>
    whenQuiet(() => import("../painted/ReadBack").then(({ ReadBack }) => ({ default: ReadBack }))),
  ),
};
