import { useQuery } from "@tanstack/react-query";
import type { ChartRequest } from "../../api/client";
import { computedQuery, useComputed } from "../../api/queries";
import type { SheetMeasure, WorkPlan } from "../../api/schema";

/**
 * Whether the sheet itself is told: its patches are looked at first, so its plan, which costs the
 * server as much again, is asked for after them.
 */
function useToldSheet(request: ChartRequest | null): boolean {
  return useQuery({ ...computedQuery("chart", request), enabled: false }).data !== undefined;
}

/** The plan of a sheet in the painter's measure, with what keeps it from being made. */
export function usePlan(measure: SheetMeasure, request: ChartRequest | null) {
  const told = useToldSheet(request);
  return useComputed("plan", told && request ? { request, measure } : null);
}

/** Amounts of every patch in the painter's measure; none while they are in parts. */
export function useAmounts(
  measure: SheetMeasure,
  request: ChartRequest | null,
): WorkPlan | undefined {
  return usePlan(measure, measure.kind === "parts" ? null : request).data;
}
