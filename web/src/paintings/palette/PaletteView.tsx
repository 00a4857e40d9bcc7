import { ArrowRight, ChevronDown } from "lucide-react";
import type { Origin } from "../../api/schema";
import { Checklist } from "../../keeping/Checklist";
import { millilitres } from "../../mixtures/amounts";
import { NO_TARGET, newPile, useBeginPiles } from "../../mixtures/beginPile";
import { GoOn } from "../../mixtures/sheets/GoOn";
import { differenceText } from "../../seen/difference";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Note } from "../../ui/Note";
import { nameOf } from "../draft";
import { percent } from "../mother/shares";
import { usePaintingPlan } from "../queries";
import type { Shown } from "../shown";
import type { OpenPainting } from "../usePainting";

/** From plan to palette: how much of each passage, in the order of mixing, and what to do. */
export function PaletteView({
  painting,
  request,
  harmony,
  onMother,
}: Shown & { onMother: () => void }) {
  const { passages } = request;
  const { data: plan, error } = usePaintingPlan(request, painting.draft.measure);
  const begin = useBeginPiles();
  if (!harmony) return <p className="m-auto">Finish the passages first.</p>;
  if (error)
    return (
      <div className="p-4">
        <Note>{error.message}</Note>
      </div>
    );
  if (!plan) return <p className="m-auto">Working it out …</p>;
  const toPiles = () =>
    begin.mutate(
      // The first to be mixed is begun last: it lies on top.
      [...plan.order].reverse().map(({ place }) => {
        const { mixture, after } = harmony.passages[place] ?? {};
        const name = nameOf(passages, place);
        return newPile({
          name,
          target: mixture
            ? {
                ...NO_TARGET,
                name,
                mixture: { parts: mixture, name: "", origin: originOf(painting, place) },
              }
            : { ...NO_TARGET, name, colour: after?.lab.map((v) => v.toFixed(2)).join(" ") ?? "" },
        });
      }),
    );
  return (
    <div className="flex min-h-0 flex-1 max-md:flex-col">
      <section
        aria-label="Passages in the order of mixing"
        className="min-w-0 flex-1 overflow-y-auto p-3"
      >
        {!request.mother && (
          <p className="mb-2 flex items-center gap-3 bg-paper px-3 py-2 text-ink leading-snug">
            <span className="flex-1">
              These are the mixtures as they were; no mother colour yet.
            </span>
            <Button look="paper" onClick={onMother}>
              Choose one
            </Button>
          </p>
        )}
        <ol>
          {plan.order.map((need) => {
            const each = harmony.passages[need.place];
            if (!each?.before || !each.after) return null;
            return (
              <li
                key={need.place}
                className="flex min-h-20 bg-paper text-ink"
                data-need={need.place}
              >
                <span className="flex w-28 shrink-0">
                  <Swatch colour={each.before} className="flex-1" />
                  <Swatch colour={each.after} notched className="flex-[2]" />
                </span>
                <span className="min-w-0 flex-1 border-ink/20 border-b px-3 py-1.5 leading-tight">
                  <b className="flex justify-between gap-2">
                    <span className="min-w-0">{nameOf(passages, need.place)}</span>
                    <span className="whitespace-nowrap">{need.says}</span>
                  </b>
                  <span className="block text-sm">
                    {each.parts.map((part) => `${percent(part.share)} ${part.name}`).join(", ")}
                  </span>
                  <span className="block text-ink-soft text-sm">
                    {each.after.munsell}, {each.after.name}
                  </span>
                </span>
                {each.mixture && (
                  <span className="flex flex-col items-start justify-center border-ink/20 border-b pr-2">
                    <GoOn
                      says="Go on"
                      mixture={each.mixture}
                      name={nameOf(passages, need.place)}
                      origin={originOf(painting, need.place)}
                      medium={request.medium}
                    />
                  </span>
                )}
              </li>
            );
          })}
        </ol>
        {begin.error && <Note>{begin.error.message}</Note>}
        <Button look="stage" className="mt-3" disabled={begin.isPending} onClick={toPiles}>
          {begin.isPending ? "Beginning the piles …" : "Begin a pile for each"}
          <ArrowRight aria-hidden="true" size={18} />
        </Button>
      </section>
      <section
        aria-label="What to do"
        className="w-72 shrink-0 overflow-y-auto bg-paper px-4 py-2 text-ink max-md:w-full"
      >
        <h2 className="font-bold text-lg">What to do</h2>
        {plan.mother_ml > 0 && (
          <p className="text-sm leading-snug">
            {millilitres(plan.mother_ml)} of the mother in all, of {millilitres(plan.total_ml)}.
          </p>
        )}
        {plan.advice.length > 0 && (
          <details className="group text-sm leading-snug">
            <summary className="flex min-h-11 cursor-pointer items-center font-bold">
              How to lay the palette out
              <ChevronDown
                aria-hidden="true"
                size={16}
                className="ml-auto shrink-0 group-open:rotate-180"
              />
            </summary>
            <ul className="list-disc pb-2 pl-5">
              {plan.advice.map((told) => (
                <li key={told}>{told}</li>
              ))}
            </ul>
          </details>
        )}
        <Checklist
          plan={plan}
          ticks={painting.saved?.ticks ?? []}
          says={costOf(plan.order.map((need) => need.cost_delta_e))}
          trouble={painting.tickTrouble}
          disabled={painting.id === null}
          onTick={(lines, whole) => painting.tick(plan.key, lines, whole)}
        />
        <Cautions says={plan.cautions} />
      </section>
    </div>
  );
}

const TOLD_FROM = 0.05;

/** Where a passage stands, once its painting is kept. */
function originOf({ id, draft }: OpenPainting, place: number): Origin | null {
  const key = draft.request.passages[place]?.key;
  return id === null || !key ? null : { kind: "passage", id, key };
}

function costOf(costs: readonly number[]): string {
  const worst = Math.max(0, ...costs);
  return worst >= TOLD_FROM ? `true to ${differenceText(worst)}` : "";
}
