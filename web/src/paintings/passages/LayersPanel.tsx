import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import { tubesQuery } from "../../api/queries";
import type { LayersIn, PaintingRequest, PassageIn, TubeMixture } from "../../api/schema";
import { LIMITS } from "../../api/tables";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { Select } from "../../ui/Select";

const { least: THINNEST, most: THICKEST } = LIMITS.LayersIn.coats;
const STEPS = 100;

/** A thickness on a slider that is even in ratio: half and twice lie equally far. */
const coatsAt = (step: number) => THINNEST * (THICKEST / THINNEST) ** (step / STEPS);
const stepOf = (coats: number) =>
  Math.round((STEPS * Math.log(coats / THINNEST)) / Math.log(THICKEST / THINNEST));

const one = (tube: number): TubeMixture => ({ name: "", parts: [{ tube, parts: 1 }] });

/** A passage in layers, dry one over the other, beside the one mixture that comes nearest. */
export function LayersPanel({
  name,
  passage,
  request,
  onClose,
  onTake,
}: {
  name: string;
  passage: PassageIn;
  request: PaintingRequest;
  onClose: () => void;
  /** Built in layers, or not; and the mixture that stands for it either way. */
  onTake: (layers: LayersIn | null, mixture: TubeMixture | null) => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const own = passage.mixture;
  const [under, setUnder] = useState<TubeMixture | null>(passage.layers?.under ?? null);
  const [over, setOver] = useState<TubeMixture | null>(passage.layers?.over ?? own ?? null);
  const [coats, setCoats] = useState<number>(passage.layers?.coats ?? 0.25);
  const { light, medium, finish, ground } = request;
  const body =
    under && over ? { layers: { under, over, coats }, light, medium, finish, ground } : null;
  const { data, error } = useQuery({
    queryKey: ["compute", "layers", body],
    queryFn: ({ signal }) =>
      ask("POST /api/paintings/compute/layers", { body: body as NonNullable<typeof body>, signal }),
    enabled: body !== null,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const options = [
    ["", "Choose …"] as const,
    ...(own ? [["own", "Its mixture"] as const] : []),
    ...tubes.map((tube) => [String(tube.id), tube.label] as const),
  ];
  const keyOf = (mixture: TubeMixture | null) => {
    if (!mixture) return "";
    if (mixture.parts.length === 1) return String(mixture.parts[0]?.tube ?? "");
    return "own";
  };
  const take = (key: string) => (key === "own" ? (own ?? null) : key ? one(Number(key)) : null);
  /** While the slider moves, the nearest of the points that were sent ahead. */
  const nearest = data?.coats.reduce(
    (best, each, i) =>
      Math.abs(Math.log(each / coats)) < Math.abs(Math.log((data.coats[best] as number) / coats))
        ? i
        : best,
    0,
  );
  const ahead = data && nearest !== undefined ? data.ahead[nearest] : null;
  return (
    <Panel open wide title={`${name} in layers`} onClose={onClose}>
      <p className="leading-snug">
        Lay one colour and let it dry, then another thin over it: a muted violet below a shadow, a
        bright ground that shines through.
      </p>
      <div className="mt-3 grid grid-cols-2 gap-3 max-md:grid-cols-1">
        <div>
          <p aria-hidden="true">First, opaque</p>
          <Select
            label="The layer below"
            look="paper"
            className="w-full ring-1 ring-ink/45 ring-inset"
            options={options}
            value={keyOf(under)}
            onChoose={(key) => setUnder(take(key))}
          />
        </div>
        <div>
          <p aria-hidden="true">Over it, thin</p>
          <Select
            label="The layer over it"
            look="paper"
            className="w-full ring-1 ring-ink/45 ring-inset"
            options={options}
            value={keyOf(over)}
            onChoose={(key) => setOver(take(key))}
          />
        </div>
      </div>
      <label className="mt-3 block">
        <span>{data ? `Laid ${data.laid}` : "How thick"}</span>
        <input
          type="range"
          aria-label="Thickness of the upper layer"
          aria-valuetext={`${coats.toFixed(2)} coats`}
          min={0}
          max={STEPS}
          value={stepOf(coats)}
          onChange={(event) => setCoats(Number(coatsAt(Number(event.target.value)).toFixed(3)))}
          className="block h-11 w-full accent-ink"
        />
      </label>
      {error && <Note>{error.message}</Note>}
      {data && ahead && (
        <>
          <div role="img" aria-label="Below, in layers, and as one mixture" className="flex h-32">
            <Swatch colour={data.under} className="flex-1" />
            <Swatch colour={ahead} className="flex-[2]" />
            <Swatch colour={data.single} className="flex-[2]" />
          </div>
          <p className="flex text-sm">
            <span className="flex-1">Below</span>
            <span className="flex-[2]">
              In layers: {data.look.munsell}, {data.look.name}
            </span>
            <span className="flex-[2]">
              One mixture: {data.single.munsell}, {data.single.name}
            </span>
          </p>
          <p className="mt-2 leading-snug" role="status">
            {data.says.join(" ")}
          </p>
          <div className="mt-3 flex flex-wrap gap-2">
            <Button look="solid" onClick={() => body && onTake(body.layers, data.mixture)}>
              Build it in layers
            </Button>
            <Button
              look="paper"
              disabled={!data.mixture}
              onClick={() => onTake(null, data.mixture)}
            >
              Take the one mixture
            </Button>
          </div>
        </>
      )}
    </Panel>
  );
}
