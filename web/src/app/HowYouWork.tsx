import { NOBODY, usePreferences } from "../api/preferences";
import { LIMITS } from "../api/tables";
import { Choice } from "../ui/Choice";
import { Never } from "../ui/Never";
import { NumberField } from "../ui/NumberField";

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

/** Units, the hand that holds the brush, and how much each amount of this hand is. */
export function HowYouWork({ className }: { className: string }) {
  const { me, prefer } = usePreferences();
  const amounts = Object.entries(me.hand_ml) as Array<[keyof typeof me.hand_ml, number]>;
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
      <p className="pt-2 leading-snug">
        What your hand takes of titanium white: weigh each amount once. Usual are{" "}
        {Object.values(NOBODY.hand_ml)
          .map((ml) => ml * WHITE_G_PER_ML)
          .join(", ")}
        &nbsp;g. Plans you have kept stay with the amounts they were made with.
      </p>
      <div className="flex flex-wrap items-end gap-4 pt-2">
        {amounts.map(([name, ml], place) => (
          <NumberField
            key={name}
            label={`A ${name.replace("_", "-")}`}
            unit="g"
            value={Number((ml * WHITE_G_PER_ML).toFixed(3))}
            // Each is more than the one before it, or the words of a hand would mean nothing.
            least={(amounts[place - 1]?.[1] ?? LIMITS.HandMl[name].least) * WHITE_G_PER_ML}
            most={(amounts[place + 1]?.[1] ?? LIMITS.HandMl[name].most) * WHITE_G_PER_ML}
            onChange={(grams) =>
              prefer({ hand_ml: { ...me.hand_ml, [name]: grams / WHITE_G_PER_ML } })
            }
            className="w-28"
          />
        ))}
      </div>
    </section>
  );
}
