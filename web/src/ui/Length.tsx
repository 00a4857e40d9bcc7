import { usePreferences } from "../api/preferences";
import { NumberField } from "./NumberField";

/** Centimetres in an inch (international yard and pound agreement of 1959; exact). */
const INCH_CM = 2.54;

/** A length or an area in the painter's units; what is told is metric. */
export function Length({
  label,
  value,
  least,
  most,
  squared = false,
  onChange,
}: {
  label: string;
  /** In cm, or cm² where it is `squared`. */
  value: number;
  least: number;
  most: number;
  squared?: boolean;
  onChange: (value: number) => void;
}) {
  const { me } = usePreferences();
  const imperial = me.units === "imperial";
  const one = imperial ? INCH_CM ** (squared ? 2 : 1) : 1;
  const rounded = (number: number) => Number(number.toPrecision(4));
  return (
    <NumberField
      label={label}
      unit={`${imperial ? "in" : "cm"}${squared ? "²" : ""}`}
      value={rounded(value / one)}
      least={rounded(least / one)}
      most={rounded(most / one)}
      onChange={(number) => onChange(number * one)}
    />
  );
}
