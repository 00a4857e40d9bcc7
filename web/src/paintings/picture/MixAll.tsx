import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import { tubesQuery } from "../../api/queries";
import type { MixturesOut, PaintingRequest } from "../../api/schema";
import { LIMITS } from "../../api/tables";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { nameOf, type RequestDraft } from "../draft";
import { CurveOfTubes } from "./CurveOfTubes";

const BLACKS = [
  ["never", "Never"],
  ["blue", "As a dull blue"],
  ["freely", "Freely"],
] as const;

type Blacks = (typeof BLACKS)[number][0];
const { least: FEWEST, most: MOST } = LIMITS.MixturesIn.tubes;

/** Mixtures for all passages at once, together from few tubes: how many, and whether with black. */
export function MixAll({
  request,
  onClose,
  onTake,
}: {
  request: PaintingRequest;
  onClose: () => void;
  onTake: (found: MixturesOut) => void;
}) {
  const [tubes, setTubes] = useState<number | null>(null);
  const [blacks, setBlacks] = useState<Blacks>("blue");
  const { data: labels = [] } = useQuery(tubesQuery);
  const { data, error, isFetching } = useQuery({
    queryKey: ["compute", "mixtures", request, tubes, blacks],
    queryFn: ({ signal }) =>
      ask("POST /api/paintings/compute/mixtures", { body: { request, tubes, blacks }, signal }),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const label = (id: number) => labels.find((tube) => tube.id === id)?.label ?? "a tube";
  const out = data?.passages.filter((each) => each.delta_e >= 1) ?? [];
  return (
    <Panel open wide title="Mix every passage from few tubes" onClose={onClose}>
      {error && <Note>{error.message}</Note>}
      {!data && !error && <p role="status">Trying every mixture …</p>}
      {data && (
        <>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <CurveOfTubes
              found={data}
              chosen={tubes ?? data.knee}
              least={FEWEST}
              most={MOST}
              onChoose={setTubes}
            />
            <div className="min-w-56 flex-1">
              <p className="leading-snug" role="status">
                {isFetching
                  ? "Trying every mixture …"
                  : `${data.tubes.length} tubes: ${data.tubes.map(label).join(", ")}.`}
              </p>
              <p className="mt-3" aria-hidden="true">
                A black from the tube
              </p>
              <Choice
                label="A black from the tube"
                look="paper"
                options={BLACKS}
                value={blacks}
                onChoose={setBlacks}
              />
            </div>
          </div>
          <ol aria-label="Passages, in the picture and mixed" className="mt-3">
            {data.passages.map((each) => (
              <li key={each.place} className="flex min-h-14 border-ink/20 border-b">
                <span className="flex w-32 shrink-0">
                  <Swatch colour={each.wanted} className="flex-1" />
                  <Swatch colour={each.look} notched className="flex-1" />
                </span>
                <span className="min-w-0 px-3 py-1 leading-tight">
                  <b className="block truncate">{nameOf(request.passages, each.place)}</b>
                  <span className="text-sm">{each.says}</span>
                </span>
              </li>
            ))}
          </ol>
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <p className="min-w-0 flex-1 leading-snug">
              {out.length === 0
                ? "Every passage is the picture's colour to the eye."
                : `${out.length} of ${data.passages.length} passages can be told from the picture.`}
            </p>
            <Button look="solid" disabled={isFetching} onClick={() => onTake(data)}>
              Take these mixtures
            </Button>
          </div>
        </>
      )}
    </Panel>
  );
}

/** A painting with the mixtures that were found; what none was found for keeps its own. */
export const withMixtures = (request: RequestDraft, found: MixturesOut): RequestDraft => ({
  ...request,
  passages: request.passages.map((passage, place) => {
    const mixture = found.passages.find((each) => each.place === place)?.mixture;
    return mixture ? { ...passage, mixture } : passage;
  }),
});
