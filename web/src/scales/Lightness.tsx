import { MOST_LIGHTENER } from "../mixtures/sheets/draft";
import { Ground } from "../seen/Ground";
import { Select } from "../ui/Select";

interface Lightened {
  medium?: "opaque" | "wash";
  lightener?: number;
  hold?: number | null;
  ground?: string;
}

type How = "opaque" | "wash" | "held" | "held wash";

const HOWS: ReadonlyArray<readonly [How, string]> = [
  ["opaque", "Open with white"],
  ["wash", "Thin with water"],
  ["held", "Hold a value"],
  ["held wash", "Hold a wash's value"],
];

/** What lightens, in a few words. */
export function lightnessSaid({ medium, lightener, hold, ground }: Required<Lightened>): string {
  const laid = medium === "wash" ? `in a wash on ${ground}` : "";
  if (hold !== null) return `held at value ${hold}${laid && ` ${laid}`}`;
  const word = medium === "wash" ? "water" : "white";
  return `${lightener ? `${lightener} : 1 ${word}` : `no ${word}`}${laid && `, ${laid}`}`;
}

/** The medium and what lightens (white, water, or as much as a value takes), and a wash's ground. */
export function Lightness({
  medium,
  lightener,
  hold,
  ground,
  holds = true,
  onChange,
}: {
  medium: "opaque" | "wash";
  lightener: number;
  hold: number | null;
  /** What a wash is painted on. */
  ground: string;
  /** Whether a value can be held. */
  holds?: boolean;
  onChange: (patch: Lightened, stroke?: string) => void;
}) {
  const wash = medium === "wash";
  const how: How = hold === null ? medium : wash ? "held wash" : "held";
  const choose = (next: How) =>
    onChange({
      medium: next === "wash" || next === "held wash" ? "wash" : "opaque",
      ...(holds ? { hold: next.startsWith("held") ? (hold ?? 5) : null } : {}),
    });
  const held = hold !== null;
  const word = held ? "Value" : wash ? "Water" : "White";
  return (
    <span className="flex items-center gap-2">
      <Select
        label="Lightness"
        options={holds ? HOWS : HOWS.slice(0, 2)}
        value={how}
        onChoose={choose}
      />
      <input
        type="range"
        aria-label={word}
        min={held ? 1.5 : 0}
        max={held ? 9 : MOST_LIGHTENER}
        step={held ? 0.25 : 0.5}
        value={held ? hold : lightener}
        aria-valuetext={held ? `value ${hold}` : `${lightener} parts to 1`}
        onChange={(event) => {
          const value = Number(event.target.value);
          onChange(held ? { hold: value } : { lightener: value }, held ? "hold" : "lightener");
        }}
        className="h-11 w-20 accent-chalk"
      />
      <output className="w-11">
        {held ? <b>{hold}</b> : <b>{lightener}</b>}
        {held ? "" : " : 1"}
      </output>
      {wash && <Ground ground={ground} onChange={(next) => onChange({ ground: next })} />}
    </span>
  );
}
