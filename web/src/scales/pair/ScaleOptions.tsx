import { FEWEST_STEPS, MOST_STEPS, type ScaleDraft, withSteps } from "../../mixtures/sheets/draft";
import { Select } from "../../ui/Select";
import { Stepper } from "../../ui/Stepper";
import { Lightness, lightnessSaid } from "../Lightness";
import type { OpenSheet } from "../sheet/useSheet";

const SPACINGS = [
  ["chroma", "Even in chroma"],
  ["difference", "Even to the eye"],
  ["parts", "Even in parts"],
  ["value", "Even in value"],
] as const;

const GOALS = [
  ["through", "Through grey"],
  ["grey", "To grey only"],
] as const;

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** The options as they stand, in a few words. */
export function optionsSaid(request: ScaleDraft): string[] {
  const name = <T extends string>(of: ReadonlyArray<readonly [T, string]>, key: T) =>
    lower(of.find(([known]) => known === key)?.[1] ?? key);
  return [
    `${request.steps} steps`,
    name(SPACINGS, request.spacing),
    name(GOALS, request.to_grey ? "grey" : "through"),
    lightnessSaid({ ...request, hold: request.hold ?? null }),
  ];
}

/** How the trail is taken: steps, evenness, how far, the medium, and white or a held value. */
export function ScaleOptions({ sheet }: { sheet: OpenSheet<ScaleDraft> }) {
  const { request } = sheet.draft;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Stepper
        value={request.steps}
        least={FEWEST_STEPS}
        most={MOST_STEPS}
        word="steps"
        onChange={(steps) => sheet.change((draft) => withSteps(draft, steps))}
      />
      <Select
        label="Spacing"
        options={SPACINGS}
        value={request.spacing}
        onChoose={(spacing) => sheet.set({ spacing })}
      />
      <Select
        label="How far"
        options={GOALS}
        value={request.to_grey ? "grey" : "through"}
        onChoose={(goal) => sheet.set({ to_grey: goal === "grey", pins: [] })}
      />
      <Lightness
        medium={request.medium}
        lightener={request.lightener}
        hold={request.hold ?? null}
        ground={request.ground}
        onChange={(patch, stroke) => sheet.set(patch, stroke)}
      />
    </div>
  );
}
