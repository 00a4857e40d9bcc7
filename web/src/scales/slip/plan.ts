import type { Measure, Plan, SheetRequest } from "../../api/client";
import { useComputed } from "../../api/queries";

/** The plan of a sheet in the painter's measure, with what keeps it from being made. */
export function usePlan(measure: Measure, request: SheetRequest | null) {
  return useComputed("plan", request && { request, measure });
}

/** Amounts of every patch in the painter's measure; none while they are in parts. */
export function useAmounts(measure: Measure, request: SheetRequest | null): Plan | undefined {
  return useComputed("plan", measure.tool === "parts" || !request ? null : { request, measure })
    .data;
}
