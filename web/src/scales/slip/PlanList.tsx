import type { Plan, SheetRequest } from "../../api/client";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { Swatch } from "../../ui/Swatch";
import type { RequestDraft } from "../sheet/draft";
import type { OpenSheet } from "../sheet/useSheet";
import { MeasureForm } from "./MeasureForm";
import { usePlan } from "./plan";

/** The work plan: how it is measured, and what to do, line by line, to be ticked while mixing. */
export function PlanList<R extends RequestDraft>({
  sheet,
  request,
}: {
  sheet: OpenSheet<R>;
  request: SheetRequest;
}) {
  const { measure } = sheet.draft;
  const { data: plan, error } = usePlan(measure, request);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 py-2">
      <MeasureForm
        measure={measure}
        scale={request.kind === "scale"}
        onChange={(patch) =>
          sheet.change((now) => ({ ...now, measure: { ...now.measure, ...patch } }), "measure")
        }
      />
      {error && <Note>{error.message}</Note>}
      {!error && plan && <Lines sheet={sheet} plan={plan} />}
    </div>
  );
}

function Lines<R extends RequestDraft>({ sheet, plan }: { sheet: OpenSheet<R>; plan: Plan }) {
  const ticked = new Set(sheet.saved?.ticks.find((ticks) => ticks.plan === plan.key)?.lines);
  const tick = (lines: number[]) => sheet.tick(plan.key, lines);
  const toggle = (line: number) =>
    tick(ticked.has(line) ? [...ticked].filter((l) => l !== line) : [...ticked, line]);
  const groups: Array<{ heading: string; lines: Array<readonly [number, string]> }> = [];
  plan.lines.forEach((line, i) => {
    const last = groups.at(-1);
    if (last?.heading === line.heading) last.lines.push([i, line.says]);
    else groups.push({ heading: line.heading, lines: [[i, line.says]] });
  });
  const next = plan.lines.findIndex((_, i) => !ticked.has(i));
  return (
    <>
      <p className="mt-2 flex items-center justify-between gap-2 text-sm">
        <span role="status">
          {ticked.size} of {plan.lines.length} done
          {plan.worst_delta_e >= 0.05 && `, true to ΔE ${plan.worst_delta_e.toFixed(1)}`}
        </span>
        {ticked.size > 0 && (
          <Button look="paper" onClick={() => tick([])}>
            Begin again
          </Button>
        )}
      </p>
      {plan.lines.some((line) => line.heading.startsWith("First mix")) && (
        <p className="text-sm leading-snug">
          More of each, or a finer scale, needs fewer mixtures beforehand.
        </p>
      )}
      {sheet.tickTrouble && <Note>{sheet.tickTrouble}</Note>}
      {groups.map((group) => (
        <fieldset key={group.lines[0]?.[0]} className="mt-1">
          <legend className="font-bold">{group.heading}</legend>
          {group.lines.map(([line, says]) => (
            <label
              key={line}
              className={`flex min-h-11 items-center gap-3 border-ink/20 border-b leading-tight ${ticked.has(line) ? "text-ink-soft line-through" : ""} ${line === next ? "bg-white font-bold" : ""}`}
            >
              <input
                type="checkbox"
                checked={ticked.has(line)}
                disabled={sheet.id === null}
                onChange={() => toggle(line)}
                className="size-7 shrink-0 accent-ink"
              />
              <span>{says}</span>
            </label>
          ))}
        </fieldset>
      ))}
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
      </section>
    </>
  );
}
