import { useMemo, useState } from "react";
import type { ChartRequest } from "../../api/client";
import { useComputed } from "../../api/queries";
import type { ScaleDraft } from "../../mixtures/sheets/draft";
import type { Colour } from "../../seen/Swatch";
import type { OpenSheet } from "../sheet/useSheet";

/** A second row of patches under the run, touching it patch by patch. */
export interface Beside {
  name: string;
  patches: readonly Colour[];
  /** CIEDE2000 to the patch above, where the server told it. */
  deltaE: readonly number[] | null;
}

/** Another scale held beside this one; or what was saved, where the paints changed since. */
export function useComparison(
  sheet: OpenSheet<ScaleDraft>,
  request: ChartRequest | null,
  steps: number,
) {
  const [other, setOther] = useState<number | null>(null);
  const asked = other !== null && request ? { request, sheet: other } : null;
  const { data, error } = useComputed("comparison", asked);
  const held = asked && data && data.steps.length === steps ? data : null;
  const stale = sheet.status === "stale" ? sheet.saved?.patches : null;
  const beside = useMemo<Beside | null>(() => {
    if (held) {
      const patches = held.steps.map((step) => step.look);
      return { name: held.name, patches, deltaE: held.delta_e };
    }
    if (!stale) return null;
    // The run alone: what is opened lies below it.
    const patches = stale.slice(0, steps).map((patch) => patch.look);
    return { name: "as it was saved", patches, deltaE: null };
  }, [held, stale, steps]);
  return {
    beside,
    trouble: asked ? (error?.message ?? null) : null,
    /** Name of the scale that is held beside. */
    name: asked && data ? data.name : null,
    choose: setOther,
  };
}
