import { Check, TriangleAlert } from "lucide-react";
import { MeasureFields } from "../../mixtures/measures";
import { Length } from "../../ui/Length";
import { NumberField } from "../../ui/NumberField";
import type { RequestDraft } from "../draft";
import { PaintingHead } from "../PaintingHead";
import { usePaintingPlan } from "../queries";
import type { Shown } from "../shown";
import { Versions } from "./Versions";

/** The surface and the measure, what each tube must give, and versions of the palette. */
export function PaletteSlip({ painting, request }: Shown) {
  const { surface } = request;
  const { measure } = painting.draft;
  const { data: plan } = usePaintingPlan(request, measure);
  const setSurface = (patch: Partial<RequestDraft["surface"]>) =>
    painting.set((now) => ({ ...now, surface: { ...now.surface, ...patch } }), "surface");
  const setMeasure = (patch: Partial<typeof measure>) =>
    painting.change((now) => ({ ...now, measure: { ...now.measure, ...patch } }), "measure");
  return (
    <aside
      aria-label="The slip"
      className="flex min-h-0 flex-col bg-paper text-ink lg:overflow-y-auto"
    >
      <PaintingHead painting={painting} />
      <section aria-label="Surface and measure" className="grid grid-cols-2 gap-2 px-4 py-2">
        <Length
          label="Width"
          value={surface.width_cm}
          least={1}
          most={2000}
          onChange={(width_cm) => setSurface({ width_cm })}
        />
        <Length
          label="Height"
          value={surface.height_cm}
          least={1}
          most={2000}
          onChange={(height_cm) => setSurface({ height_cm })}
        />
        <NumberField
          label="Coats"
          value={surface.coats}
          least={1}
          most={20}
          onChange={(coats) => setSurface({ coats: Math.round(coats) })}
        />
        <Length
          label="One ml covers"
          squared
          value={surface.spread_cm2_per_ml}
          least={1}
          most={1000}
          onChange={(spread_cm2_per_ml) => setSurface({ spread_cm2_per_ml })}
        />
        <MeasureFields measure={measure} onChange={setMeasure} />
      </section>
      {plan && (
        <section aria-label="What each tube must give" className="border-ink border-t-2 px-4 py-2">
          <h2 className="font-bold">What each tube must give</h2>
          <ul>
            {plan.used.map((used) => (
              <li key={used.key} className="flex items-center gap-2 py-0.5 leading-tight">
                <span className="min-w-0 flex-1">{used.name}</span>
                <b className="whitespace-nowrap">{used.says}</b>
                <span className="flex w-24 items-center gap-1 text-sm">
                  {used.lasts === null ? (
                    ""
                  ) : used.lasts ? (
                    <>
                      <Check aria-hidden="true" size={15} /> it lasts
                    </>
                  ) : (
                    <b className="flex items-center gap-1">
                      <TriangleAlert aria-hidden="true" size={15} /> only {used.left_ml?.toFixed(0)}{" "}
                      ml
                    </b>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Versions painting={painting} />
      <p className="px-4 pb-3 text-ink-soft text-sm leading-snug">
        Mind what is on the labels and safety sheets of your paints: some pigments must not be
        swallowed, sanded or sprayed.
      </p>
    </aside>
  );
}
