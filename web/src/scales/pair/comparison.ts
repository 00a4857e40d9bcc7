import { useState } from "react";
import type { ScaleRequest } from "../../api/client";
import { useComputed } from "../../api/queries";
import type { Colour } from "../../seen/Swatch";
import type { ScaleDraft } from "../sheet/draft";
import type { OpenSheet } from "../sheet/useSheet";

/** A second row of patches under the run, touching it patch by patch. */
export interface Beside {
  name: string;
  patches: readonly Colour[];
  /** CIEDE2000 to the patch above, where the server told it. */
  deltaE: readonly number[] | null;
}

/** Another scale held beside this one; or what was saved, where the paints changed since. */
export function useComparison(sheet: OpenSheet<ScaleDraft>, request: ScaleRequest | null) {
  const [other, setOther] = useState<number | null>(null);
  const asked = other !== null && request ? { request, sheet: other } : null;
  const { data, error } = useComputed("comparison", asked);
  let beside: Beside | null = null;
  if (asked && data && data.steps.length === request?.steps)
    beside = {
      name: data.name,
      patches: data.steps.map((step) => step.look),
      deltaE: data.delta_e,
    };
  else if (sheet.status === "stale" && sheet.saved)
    beside = {
      name: "as it was saved",
      patches: sheet.saved.patches.map((patch) => patch.look),
      deltaE: null,
    };
  return {
    beside,
    trouble: asked ? (error?.message ?? null) : null,
    /** Name of the scale that is held beside. */
    name: asked && data ? data.name : null,
    choose: setOther,
  };
}
