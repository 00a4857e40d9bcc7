import { useDeferredValue, useState } from "react";
import type { RequestDraft } from "../../mixtures/sheets/draft";
import { partsText, roughParts } from "../../plots/trail";
import { Swatch } from "../../seen/Swatch";
import { Choice } from "../../ui/Choice";
import { Chosen } from "./Chosen";
import { PlanList } from "./PlanList";
import type { SlipProps } from "./props";
import { SheetHead } from "./SheetHead";

const TABS = [
  ["step", "Step"],
  ["plan", "Work plan"],
] as const;

/** The slip: what the sheet found, what the chosen patch takes, and the work plan to tick. */
export function Slip<R extends RequestDraft>(props: SlipProps<R>) {
  const { sheet, request, patches, selected, onSelect, summary, moving } = props;
  const [tab, setTab] = useState<"step" | "plan">("step");
  /** What lies below, which may be a long plan, comes a moment after its tab is chosen. */
  const below = useDeferredValue(tab);
  const patch = patches[selected];
  // Parts without names are read only where every patch is mixed of the same paints.
  const paints = patches.map((each) => each.parts.map((part) => part.key).join());
  const alike = paints.every((keys) => keys === paints[0]);
  return (
    <aside aria-label="The slip" className="flex h-full min-h-0 flex-col bg-paper text-ink">
      <SheetHead sheet={sheet} comparison={props.comparison} />
      {request && patches.length > 0 && (
        <>
          <Choice
            look="paper"
            label="On the slip"
            options={TABS}
            value={tab}
            onChoose={setTab}
            className="px-4 pt-2"
          />
          {below === "plan" ? (
            <PlanList sheet={sheet} request={request} />
          ) : (
            // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by key
            <div tabIndex={0} className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
              <p className="text-lg leading-snug" data-testid="miss">
                {summary}
              </p>
              {patch && <Chosen {...props} patch={patch} />}
              <table className="mt-3 w-full border-ink border-t-2">
                <caption className="sr-only">Parts of every patch, by volume</caption>
                <thead className="sr-only">
                  <tr>
                    <th scope="col">Patch</th>
                    <th scope="col">Parts</th>
                    <th scope="col">Munsell</th>
                  </tr>
                </thead>
                <tbody>
                  {patches.map((row, i) => (
                    <tr
                      // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place
                      key={i}
                      onClick={() => onSelect(i)}
                      className={i === selected ? "bg-ink text-paper" : ""}
                    >
                      <td>
                        <Swatch colour={row.look} className="h-6 w-8" />
                      </td>
                      <td className="pl-1 font-bold leading-tight">
                        {moving != null && i === selected
                          ? roughParts(moving)
                          : alike
                            ? partsText(row)
                            : row.look.name}
                      </td>
                      <td className="text-sm">{row.look.munsell}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <p className="mt-3 text-ink-soft text-sm leading-snug">
                Parts are by volume{alike ? ", in the order of the tubes" : ""}. Predicted from
                library figures: mix a little, look, then mix the rest.
              </p>
            </div>
          )}
        </>
      )}
    </aside>
  );
}
