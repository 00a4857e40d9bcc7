import { type ScaleDraft, withSteps } from "../../mixtures/sheets/draft";
import { KINDS } from "../../mixtures/sheets/kinds";
import { Stepper } from "../../ui/Stepper";
import { Lightness, lightnessSaid } from "../Lightness";
import { Offered, optionSaid } from "../Offered";
import type { OpenSheet } from "../sheet/useSheet";

/** What is chosen together, in one control of its own. */
const LIGHTNESS = ["lightener", "hold"];

const offered = (request: ScaleDraft) =>
  KINDS[request.chart].options.filter(({ name }) => !LIGHTNESS.includes(name));

/** The options as they stand, in a few words. */
export function optionsSaid(request: ScaleDraft): string[] {
  const said = offered(request).map((option) => optionSaid(option, request));
  return [...said, lightnessSaid({ ...request, hold: request.hold ?? null })].filter(Boolean);
}

/** How the trail is taken: steps, evenness, how far, rows, the medium, and white or a held value. */
export function ScaleOptions({ sheet }: { sheet: OpenSheet<ScaleDraft> }) {
  const { request } = sheet.draft;
  return (
    <div className="flex flex-wrap items-center gap-2">
      {offered(request).map((option) =>
        option.is === "Count" ? (
          // Pins and notes keep their part of the way.
          <Stepper
            key={option.name}
            {...option}
            value={request.steps}
            onChange={(steps) => sheet.change((draft) => withSteps(draft, steps))}
          />
        ) : (
          <Offered key={option.name} option={option} sheet={sheet} />
        ),
      )}
      <Lightness
        medium={request.medium}
        lightener={request.lightener}
        hold={request.hold ?? null}
        ground={request.ground}
        onChange={(patch, stroke) => sheet.set({ ...patch }, stroke)}
      />
    </div>
  );
}
