import { useQuery } from "@tanstack/react-query";
import { Layers, Pipette, Trash2, X } from "lucide-react";
import { useState } from "react";
import { tubesQuery } from "../../api/queries";
import type { TubeMixture } from "../../api/schema";
import { MixtureFinder } from "../../mixtures/targets/MixtureFinder";
import { ratioText } from "../../plots/trail";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";
import {
  covered,
  coversAll,
  DISTANCES,
  nameOf,
  PARTS,
  spreadOut,
  touch,
  withoutPassage,
  withPassage,
  withTouching,
} from "../draft";
import { PaintingHead } from "../PaintingHead";
import { Standing } from "../picture/Standing";
import type { Shown } from "../shown";
import { LayersPanel } from "./LayersPanel";
import { equalStrength } from "./strength";

/** The chosen passage: what it is, where it lies, and what it is mixed from. */
export function PassageSlip({ onChoose, ...shown }: Shown & { onChoose: (place: number) => void }) {
  const { painting, request, harmony, place } = shown;
  const [layering, setLayering] = useState(false);
  const { passages } = request;
  const passage = passages[place];
  const whole = covered(passages);
  return (
    <aside
      aria-label="The slip"
      className="flex min-h-0 flex-col bg-paper text-ink lg:overflow-y-auto"
    >
      <PaintingHead painting={painting} />
      {passages.length > 0 && !coversAll(passages) && (
        <div className="px-4 pt-2">
          <Note>
            The passages cover {Number(whole.toFixed(1))} % of the surface.{" "}
            <button
              type="button"
              className="font-bold underline"
              onClick={() => painting.set((now) => ({ ...now, passages: spreadOut(now.passages) }))}
            >
              Make it 100 %
            </button>
          </Note>
        </div>
      )}
      {passage ? (
        <div className="flex flex-col gap-2 px-4 py-3">
          <TextField
            label="Passage"
            value={passage.name}
            most={120}
            placeholder="a tarred hull, a fog bank …"
            onChange={(name) =>
              painting.set((now) => withPassage(now, place, { name }), `name ${place}`)
            }
          />
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="Share"
              unit="%"
              value={passage.area}
              least={0}
              most={100}
              onChange={(area) =>
                painting.set((now) => withPassage(now, place, { area }), `area ${place}`)
              }
            />
            <div className="leading-tight">
              <span aria-hidden="true">Part</span>
              <Select
                label="Part"
                look="paper"
                options={PARTS}
                value={passage.part}
                onChoose={(part) => painting.set((now) => withPassage(now, place, { part }))}
                className="w-full"
              />
            </div>
            <div className="col-span-2 flex items-center gap-2 leading-tight">
              <span aria-hidden="true">Distance</span>
              <Select
                label="Distance"
                look="paper"
                options={DISTANCES}
                value={passage.distance}
                onChoose={(distance) =>
                  painting.set((now) => withPassage(now, place, { distance }))
                }
                className="flex-1"
              />
            </div>
          </div>
          <Mixture
            key={place}
            mixture={passage.mixture ?? null}
            name={nameOf(passages, place)}
            look={harmony?.passages[place]?.before ?? null}
            trouble={harmony?.passages[place]?.trouble ?? ""}
            value={passage.value ?? null}
            onChange={(mixture) =>
              painting.set((now) => withPassage(now, place, { mixture }), `parts ${place}`)
            }
          />
          {passages.length > 1 && !request.picture && (
            <fieldset className="border-ink border-t-2 pt-1">
              <legend className="sr-only">It touches</legend>
              <b aria-hidden="true">It touches</b>
              <div className="grid grid-cols-2 gap-x-2">
                {passages.map(
                  (_, other) =>
                    other !== place && (
                      <label
                        // biome-ignore lint/suspicious/noArrayIndexKey: a passage is its place
                        key={other}
                        className="flex min-h-11 items-center gap-2 leading-tight"
                      >
                        <input
                          type="checkbox"
                          checked={touch(request, place, other)}
                          onChange={() => painting.set((now) => withTouching(now, place, other))}
                          className="size-6 shrink-0 accent-ink"
                        />
                        <span className="line-clamp-2 min-w-0 break-words">
                          {nameOf(passages, other)}
                        </span>
                      </label>
                    ),
                )}
              </div>
            </fieldset>
          )}
          <div className="flex flex-wrap items-center gap-2">
            <Button look="paper" onClick={() => setLayering(true)}>
              <Layers aria-hidden="true" size={18} /> In layers …
            </Button>
            {passage.layers && (
              <>
                <span className="flex-1 text-sm leading-tight">
                  Painted in layers; the mixture stands for them.
                </span>
                <Button
                  look="paper"
                  aria-label="No layers"
                  onClick={() => painting.set((now) => withPassage(now, place, { layers: null }))}
                >
                  <X aria-hidden="true" size={18} />
                </Button>
              </>
            )}
          </div>
          {layering && (
            <LayersPanel
              name={nameOf(passages, place)}
              passage={passage}
              request={request}
              onClose={() => setLayering(false)}
              onTake={(layers, mixture) => {
                painting.set((now) =>
                  withPassage(now, place, { layers, ...(mixture ? { mixture } : {}) }),
                );
                setLayering(false);
              }}
            />
          )}
          {request.picture && <Standing {...shown} onChoose={onChoose} />}
          <Button
            look="paper"
            onClick={() => {
              painting.set((now) => withoutPassage(now, place));
              onChoose(Math.max(0, place - 1));
            }}
          >
            <Trash2 aria-hidden="true" size={18} /> Take it out
          </Button>
        </div>
      ) : (
        <p className="px-4 py-3 leading-snug">
          Every passage stands here with its share, its part and what it is mixed from.
        </p>
      )}
    </aside>
  );
}

/** What a passage is mixed from, part by part. */
function Mixture({
  mixture,
  name,
  look,
  trouble,
  value,
  onChange,
}: {
  mixture: TubeMixture | null;
  name: string;
  /** What is to be mended before it can be mixed. */
  trouble: string;
  /** The value it is held to, whatever is mixed. */
  value: number | null;
  look: {
    munsell: string;
    name: string;
    srgb: string;
    value_srgb: string;
    in_gamut: boolean;
  } | null;
  onChange: (mixture: TubeMixture | null) => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [finding, setFinding] = useState(false);
  const parts = mixture?.parts ?? [];
  const label = (id: number) => tubes.find((tube) => tube.id === id)?.label ?? "a tube elsewhere";
  const strong = equalStrength(parts, tubes);
  return (
    <section aria-label="Mixture" className="border-ink border-t-2 pt-2">
      <div className="flex items-center gap-2">
        {look && mixture ? (
          <Swatch colour={look} notched className="h-11 w-16 shrink-0" />
        ) : (
          <span className="hatched block h-11 w-16 shrink-0 bg-stage" />
        )}
        <p className="min-w-0 flex-1 text-sm leading-tight">
          {mixture && look
            ? `${look.munsell}, ${look.name}${value == null ? "" : `; held to value ${value}`}`
            : trouble || "No mixture yet."}
        </p>
        <Button look="paper" onClick={() => setFinding(true)}>
          <Pipette aria-hidden="true" size={18} /> Find one
        </Button>
      </div>
      <ul className="mt-1">
        {parts.map((part, i) => (
          <li key={part.tube} className="flex items-end gap-2 py-0.5">
            <NumberField
              label={label(part.tube)}
              unit="parts"
              value={Number(part.parts.toFixed(3))}
              least={0.001}
              most={1000}
              onChange={(next) =>
                onChange({
                  name: mixture?.name ?? "",
                  parts: parts.map((each, j) => (j === i ? { ...each, parts: next } : each)),
                })
              }
              className="flex-1"
            />
            <Button
              look="paper"
              aria-label={`No ${label(part.tube)}`}
              onClick={() => {
                const rest = parts.filter((_, j) => j !== i);
                onChange(rest.length ? { name: "", parts: rest } : null);
              }}
            >
              <X aria-hidden="true" size={18} />
            </Button>
          </li>
        ))}
      </ul>
      {strong && (
        <Button look="paper" onClick={() => onChange({ name: "", parts: strong })}>
          Equal strength: {strong.map((part) => ratioText(part.parts)).join(" to ")}
        </Button>
      )}
      {parts.length === 0 && (
        <p className="text-sm leading-snug">
          Tap tubes at the left, or find a mixture: a pile, a patch of a scale, a kept mixture, a
          colour of a photograph.
        </p>
      )}
      {finding && (
        <MixtureFinder
          name={name}
          onClose={() => setFinding(false)}
          onFound={(found) => {
            onChange(found);
            setFinding(false);
          }}
        />
      )}
    </section>
  );
}
