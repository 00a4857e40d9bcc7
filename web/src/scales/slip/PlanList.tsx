import { useCallback } from "react";
import type { ChartRequest } from "../../api/client";
import type { SheetMeasure, WorkPlan } from "../../api/schema";
import { Checklist } from "../../keeping/Checklist";
import type { RequestDraft } from "../../mixtures/sheets/draft";
import { KINDS } from "../../mixtures/sheets/kinds";
import { differenceText } from "../../seen/difference";
import { Swatch } from "../../seen/Swatch";
import { Cautions } from "../../ui/Cautions";
import { Note } from "../../ui/Note";
import type { OpenSheet } from "../sheet/useSheet";
import { MeasureForm } from "./MeasureForm";
import { usePlan } from "./plan";

/** The work plan: how it is measured, and what to do, line by line, to be ticked while mixing. */
export function PlanList<R extends RequestDraft>({
  sheet,
  request,
}: {
  sheet: OpenSheet<R>;
  request: ChartRequest;
}) {
  const { measure } = sheet.draft;
  const { change } = sheet;
  const set = useCallback(
    (patch: Partial<SheetMeasure>) =>
      change((now) => ({ ...now, measure: { ...now.measure, ...patch } }), "measure"),
    [change],
  );
  const { data: plan, error } = usePlan(measure, request);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 py-2">
      <MeasureForm
        measure={measure}
        scale={KINDS[request.chart].picture === "run"}
        onChange={set}
      />
      {error && <Note>{error.message}</Note>}
      {!error && plan && <Lines sheet={sheet} plan={plan} />}
    </div>
  );
}

function Lines<R extends RequestDraft>({ sheet, plan }: { sheet: OpenSheet<R>; plan: WorkPlan }) {
  return (
    <>
      {plan.advice.map((says) => (
        <Note key={says}>{says}</Note>
      ))}
      <Checklist
        plan={plan}
        ticks={sheet.saved?.ticks ?? []}
        says={plan.worst_delta_e >= 0.05 ? `true to ${differenceText(plan.worst_delta_e)}` : ""}
        trouble={sheet.tickTrouble}
        disabled={sheet.id === null}
        onTick={(lines, whole) => sheet.tick(plan.key, lines, whole)}
      />
      <section aria-label="Paint in all" className="mt-3 border-ink border-t-2 pt-2 leading-snug">
        <h2 className="font-bold">Paint in all</h2>
        <ul>
          {plan.used.map((used) => (
            <li key={used.key} className="flex justify-between gap-2">
              <span>{used.name}</span> <b className="whitespace-nowrap">{used.says}</b>
            </li>
          ))}
        </ul>
        <p className="mt-1 flex items-center gap-2 text-sm">
          {plan.left && <Swatch colour={plan.left} className="h-8 w-8 shrink-0" />}
          <span>
            {plan.left_ml >= 0.01
              ? `${plan.left_ml.toFixed(1)} ml is left over${plan.left ? `: ${plan.left.name}` : ""}.`
              : "Nothing is left over."}{" "}
            {plan.each_ml.toFixed(1)} ml of each.
          </span>
        </p>
        {plan.spare.map((spare) => (
          <p key={spare.name} className="text-sm">
            {spare.volume_ml.toFixed(1)} ml is left of {spare.name}.
          </p>
        ))}
      </section>
      <Cautions says={plan.cautions} />
    </>
  );
}
