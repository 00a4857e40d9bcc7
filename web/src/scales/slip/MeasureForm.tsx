import { memo } from "react";
import type { SheetMeasure } from "../../api/schema";
import { MeasureFields } from "../../mixtures/measures";
import { Choice } from "../../ui/Choice";
import { Length } from "../../ui/Length";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";

const PARTS = [
  ["parts", "Parts, by eye"],
  ["strength", "Parts, by strength"],
] as const;

const METHODS = [
  ["separate", "Each by itself"],
  ["running", "One running pile"],
  ["carried", "Carried piles"],
] as const;

const BY = [
  ["volume", "Amount"],
  ["area", "Area"],
] as const;

/** How the painter measures, how much of each patch, and the method of working. */
export const MeasureForm = memo(function MeasureForm({
  measure,
  scale,
  onChange,
}: {
  measure: SheetMeasure;
  /** Whether the patches follow each other, so that piles can run or be carried. */
  scale: boolean;
  onChange: (patch: Partial<SheetMeasure>) => void;
}) {
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        <MeasureFields measure={measure} before={PARTS} onChange={onChange} />
      </div>
      <Choice
        look="paper"
        label="How much of each"
        options={BY}
        value={measure.by}
        onChoose={(by) => onChange({ by })}
      />
      {measure.by === "volume" ? (
        <NumberField
          label="Of each"
          unit="ml"
          value={measure.volume_ml}
          least={0.1}
          most={1000}
          onChange={(volume_ml) => onChange({ volume_ml })}
        />
      ) : (
        <div className="grid grid-cols-2 gap-2">
          <Length
            label="Area"
            squared
            value={measure.area_cm2}
            least={0.1}
            most={100000}
            onChange={(area_cm2) => onChange({ area_cm2 })}
          />
          <NumberField
            label="Coats"
            value={measure.coats}
            least={1}
            most={20}
            onChange={(coats) => onChange({ coats: Math.round(coats) })}
          />
          <Length
            label="One ml covers"
            squared
            value={measure.spread_cm2_per_ml}
            least={0.1}
            most={1000}
            onChange={(spread_cm2_per_ml) => onChange({ spread_cm2_per_ml })}
          />
        </div>
      )}
      {scale && measure.kind !== "parts" && measure.kind !== "strength" && (
        <Select
          look="paper"
          label="Method"
          options={METHODS}
          value={measure.method}
          onChoose={(method) => onChange({ method })}
        />
      )}
    </div>
  );
});
