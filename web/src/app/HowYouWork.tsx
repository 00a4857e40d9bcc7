import { TABLES } from "../api/tables";
import { Choice } from "../ui/Choice";
import { Never } from "../ui/Never";
import { NumberField } from "../ui/NumberField";
import { usePreferences } from "./preferences";

const UNITS = [
  ["metric", "Metric"],
  ["imperial", "Metric, with ounces and inches"],
] as const;

const HANDS = [
  ["right", "Slip at the right"],
  ["left", "Slip at the left"],
] as const;

/** Grams in a millilitre of titanium white as it comes from the tube (from memory). */
const WHITE_G_PER_ML = 2;

/** Units, the hand that holds the brush, and how much this hand's pea is. */
export function HowYouWork({ className }: { className: string }) {
  const { me, prefer } = usePreferences();
  const pea = TABLES.handAmounts.pea;
  return (
    <section className={className}>
      <h3 className="font-bold">How you work</h3>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        <Choice
          look="paper"
          label="Units"
          options={UNITS}
          value={me.units ?? "metric"}
          onChoose={(units) => prefer({ units })}
        />
        <Choice
          look="paper"
          label="Where the slip stands"
          options={HANDS}
          value={me.hand ?? "right"}
          onChoose={(hand) => prefer({ hand })}
        />
      </div>
      <p className="pt-2" aria-hidden="true">
        Advice never takes from the tube
      </p>
      <Never value={me.never ?? []} onChange={(never) => prefer({ never })} />
      <div className="flex flex-wrap items-end gap-4 pt-2">
        <NumberField
          label="Your pea of titanium white"
          unit="g"
          value={Number((me.pea_ml * WHITE_G_PER_ML).toFixed(2))}
          least={0.04}
          most={6}
          onChange={(grams) => prefer({ pea_ml: grams / WHITE_G_PER_ML })}
          className="w-44"
        />
        <p className="min-w-56 flex-1 leading-snug">
          Weigh a pea once: knife-tip, lentil, hazelnut and walnut follow it. Usual is{" "}
          {pea * WHITE_G_PER_ML}&nbsp;g, {pea}&nbsp;ml.
        </p>
      </div>
    </section>
  );
}
