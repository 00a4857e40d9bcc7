import { type Colour, useSwatchStyle } from "../seen/Swatch";
import { useSize } from "../ui/useSize";

/** Touching fields in the shares and neighbourhoods of the passages: to judge by, not to draw. */
export function Patchwork({
  label,
  colours,
  fields,
  ratio,
  names,
  chosen = null,
  onChoose,
}: {
  label: string;
  colours: ReadonlyArray<Colour | null>;
  /** Left, top, width and height of each, in shares of the whole. */
  fields: ReadonlyArray<readonly number[]>;
  /** Width of the surface over its height. */
  ratio: number;
  names: readonly string[];
  chosen?: number | null;
  onChoose?: (place: number) => void;
}) {
  const [room, width, height] = useSize();
  const wide = Math.min(width, height * ratio);
  const tall = ratio > 0 ? wide / ratio : 0;
  return (
    <section
      ref={room}
      aria-label={label}
      className="flex min-h-0 min-w-0 flex-1 items-center justify-center overflow-hidden"
    >
      {/* By keyboard a passage is chosen in the run, whose targets are never slim either. */}
      <div
        className="relative shrink-0"
        style={{ width: wide, height: tall }}
        onPointerDown={(event) => {
          const place = (event.target as HTMLElement).dataset.field;
          if (place) onChoose?.(Number(place));
        }}
      >
        {fields.map((field, place) => (
          <Field
            // biome-ignore lint/suspicious/noArrayIndexKey: a passage is its place
            key={place}
            place={place}
            colour={colours[place] ?? null}
            field={field}
            name={names[place] ?? ""}
            chosen={place === chosen}
          />
        ))}
      </div>
    </section>
  );
}

const NOTHING: Colour = { srgb: "transparent", value_srgb: "transparent", in_gamut: true };

function Field({
  place,
  colour,
  field,
  name,
  chosen,
}: {
  place: number;
  colour: Colour | null;
  field: readonly number[];
  name: string;
  chosen: boolean;
}) {
  const look = useSwatchStyle(colour ?? NOTHING);
  const [left = 0, top = 0, width = 0, height = 0] = field;
  const ring = "z-10 outline-3 outline-white -outline-offset-3 ring-3 ring-black ring-inset";
  return (
    <span
      aria-hidden="true"
      data-field={place}
      title={name}
      className={`absolute block ${colour ? "" : "hatched"} ${chosen ? ring : ""}`}
      style={{
        ...look,
        left: `${100 * left}%`,
        top: `${100 * top}%`,
        // A hair wider than its share, so that no seam shows between two fields.
        width: `calc(${100 * width}% + 0.5px)`,
        height: `calc(${100 * height}% + 0.5px)`,
      }}
    />
  );
}
