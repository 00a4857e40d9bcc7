import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { queryOf } from "../../api/queries";
import type { Look, Target } from "../../api/schema";
import { useSwatchStyle } from "../../seen/Swatch";
import { Select } from "../../ui/Select";
import { NO_TARGET } from "../beginPile";

const kindsQuery = {
  ...queryOf(["kinds"], "GET /api/kinds"),
  staleTime: Number.POSITIVE_INFINITY,
};

/** Skin, foliage, stone, sky: a small field of each by value and warmth, to aim at one of. */
export function KindsOfColour({ onChoose }: { onChoose: (target: Target) => void }) {
  const { data: kinds = [] } = useQuery(kindsQuery);
  const [key, setKey] = useState("skin-light");
  const [picked, setPicked] = useState<string | null>(null);
  const kind = kinds.find((each) => each.key === key) ?? kinds[0];
  if (!kind) return <p>Fetching the kinds of colour …</p>;
  return (
    <div className="flex flex-wrap gap-4">
      <div className="w-72">
        <Select
          label="Kind of colour"
          look="paper"
          options={kinds.map((each) => [each.key, each.name] as const)}
          value={kind.key}
          onChoose={(next) => {
            setKey(next);
            setPicked(null);
          }}
          className="w-full font-bold"
        />
        <table className="w-full table-fixed bg-stage">
          <caption className="sr-only">{kind.name}, light to dark, cool to warm</caption>
          <thead>
            <tr className="bg-paper">
              {kind.across.map((word) => (
                <th key={word} scope="col" className="font-normal text-sm">
                  {word}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {kind.rows.map((row) => (
              <tr key={row[0]?.munsell}>
                {row.map((look, i) => (
                  <td key={look.munsell} className="p-0">
                    <Field
                      look={look}
                      pressed={picked === look.munsell}
                      says={`${look.munsell}, ${kind.across[i]}, ${look.name}`}
                      onPick={() => {
                        setPicked(look.munsell);
                        onChoose({
                          ...NO_TARGET,
                          name: kind.name,
                          colour: look.lab.map((figure) => figure.toFixed(2)).join(" "),
                        });
                      }}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="min-w-56 flex-1 leading-snug">
        <p>
          <b>In opaque paint.</b> {kind.opaque}
        </p>
        <p className="pt-2">
          <b>In a wash.</b> {kind.wash}
        </p>
        <p className="pt-2 text-ink-soft text-sm">
          Ranges {kind.source}: look at what is before you. {picked}
        </p>
      </div>
    </div>
  );
}

function Field({
  look,
  pressed,
  says,
  onPick,
}: {
  look: Look;
  pressed: boolean;
  says: string;
  onPick: () => void;
}) {
  const style = useSwatchStyle(look);
  return (
    <button
      type="button"
      aria-label={says}
      title={says}
      aria-pressed={pressed}
      onClick={onPick}
      className="relative block h-12 w-full"
      style={style}
    >
      {pressed && (
        <span className="pointer-events-none absolute inset-1 border-2 border-black outline-2 outline-white" />
      )}
    </button>
  );
}
