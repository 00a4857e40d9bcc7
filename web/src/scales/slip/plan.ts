import { useQuery } from "@tanstack/react-query";
import type { SheetMeasure, SheetRequest, WorkPlan } from "../../api/client";
import { computedQuery, useComputed } from "../../api/queries";

/**
 * Whether the sheet itself is told: its patches are looked at first, so its plan, which costs the
 * server as much again, is asked for after them.
 */
function useToldSheet(request: SheetRequest | null): boolean {
  const kind = request?.kind ?? "scale";
  return useQuery({ ...computedQuery(kind, request as never), enabled: false }).data !== undefined;
}

/** The plan of a sheet in the painter's measure, with what keeps it from being made. */
export function usePlan(measure: SheetMeasure, request: SheetRequest | null) {
  const told = useToldSheet(request);
  return useComputed("plan", told && request ? { request, measure } : null);
}

/** Amounts of every patch in the painter's measure; none while they are in parts. */
export function useAmounts(
  measure: SheetMeasure,
  request: SheetRequest | null,
): WorkPlan | undefined {
  return usePlan(measure, measure.kind === "parts" ? null : request).data;
}
