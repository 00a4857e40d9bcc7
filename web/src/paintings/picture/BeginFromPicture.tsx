import { useMutation, useQuery } from "@tanstack/react-query";
import { ImagePlus } from "lucide-react";
import { useState } from "react";
import { ask } from "../../api/client";
import type { DividedOut, PhotoArea, PhotographOut } from "../../api/schema";
import { LIMITS } from "../../api/tables";
import { Picture } from "../../photographs/Picture";
import { photographsQuery } from "../../photographs/queries";
import { TakePhotograph } from "../../photographs/TakePhotograph";
import { type Card, usePhotographs } from "../../photographs/usePhotographs";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { Progress } from "../../ui/Progress";
import { Stepper } from "../../ui/Stepper";

const CARDS = [
  ["none", "None"],
  ["grey", "Grey"],
  ["white", "White"],
] as const;

const { least: FEWEST, most: MOST } = LIMITS.DivideIn.count;

/** A photograph is chosen and divided; how many passages it has can be changed at once. */
export function BeginFromPicture({
  onClose,
  onBegin,
}: {
  onClose: () => void;
  onBegin: (divided: DividedOut) => void;
}) {
  const { data: photographs = [] } = useQuery(photographsQuery);
  const { take, mark } = usePhotographs();
  const [key, setKey] = useState<number | null>(null);
  const [marking, setMarking] = useState<"grey" | "white" | null>(null);
  const [area, setArea] = useState<PhotoArea | null>(null);
  const chosen = photographs.find((each) => each.id === key) ?? null;
  const divide = useMutation({
    mutationFn: ({ photograph, count }: { photograph: number; count: number | null }) =>
      ask("POST /api/paintings/divisions", { body: { photograph, count } }),
  });
  const choose = (photograph: PhotographOut) => {
    setKey(photograph.id);
    setMarking(null);
    divide.mutate({ photograph: photograph.id, count: null });
  };
  /** Its light is set right, and it is divided anew. */
  const setCard = (card: Card | null) => {
    if (!chosen) return;
    setMarking(null);
    setArea(null);
    mark.mutate(
      { id: chosen.id, card },
      { onSuccess: () => divide.mutate({ photograph: chosen.id, count: null }) },
    );
  };
  const trouble = take.error ?? mark.error ?? divide.error;
  const busy = take.isPending ? "Taking the picture in …" : divide.isPending ? "Dividing it …" : "";
  const found = divide.data;
  return (
    <Panel open wide title="Begin from a picture" onClose={onClose}>
      <p className="leading-snug">
        A photograph, a colour sketch or the unfinished painting. It is divided into passages, each
        with one colour job. A grey or white card in it sets its light right.
      </p>
      <div className="flex flex-wrap items-center gap-2 py-3">
        <TakePhotograph onTake={(file) => take.mutate(file, { onSuccess: choose })}>
          <ImagePlus aria-hidden="true" size={18} /> A photograph …
        </TakePhotograph>
        {photographs.map((each) => (
          <button
            key={each.id}
            type="button"
            aria-label={each.name}
            aria-pressed={each.id === chosen?.id}
            onClick={() => choose(each)}
            className="h-16 w-24 overflow-hidden aria-pressed:ring-4 aria-pressed:ring-ink"
          >
            <img
              src={`/api/photographs/${each.id}/image`}
              alt=""
              className="h-full w-full object-cover"
            />
          </button>
        ))}
      </div>
      {busy && <Progress says={busy} share={take.isPending ? 0.3 : 0.7} />}
      {trouble && <Note>{trouble.message}</Note>}
      {chosen && (
        <div className="flex flex-wrap items-center gap-x-3">
          <span aria-hidden="true">Card in the picture</span>
          <Choice
            label="Card in the picture"
            look="paper"
            options={CARDS}
            value={
              marking ?? (chosen.card === "grey" || chosen.card === "white" ? chosen.card : "none")
            }
            onChoose={(kind) => (kind === "none" ? setCard(null) : setMarking(kind))}
          />
        </div>
      )}
      {chosen && marking && (
        <div className="h-72 pb-2">
          <p role="status">Drag over the {marking} card.</p>
          <div className="flex h-64">
            <Picture
              photograph={chosen}
              area={area}
              label={`Drag over the ${marking} card`}
              onArea={(to, done) => {
                setArea(to);
                if (done) setCard({ kind: marking, area: to });
              }}
            />
          </div>
        </div>
      )}
      {found && chosen && !busy && (
        <>
          <ul aria-label="Its passages" className="flex h-20">
            {found.regions.map((region) => (
              <li
                key={region.pieces[0]}
                title={region.name}
                className="min-w-6"
                style={{ flexGrow: region.area }}
              >
                <Swatch colour={region.look} className="h-full w-full" />
                <span className="sr-only">
                  {region.name}, {Math.round(region.area)} %
                </span>
              </li>
            ))}
          </ul>
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Stepper
              look="paper"
              value={found.regions.length}
              least={FEWEST}
              most={MOST}
              word="passages"
              onChange={(count) => divide.mutate({ photograph: chosen.id, count })}
            />
            <Button look="solid" className="ml-auto" onClick={() => onBegin(found)}>
              Begin with these {found.regions.length}
            </Button>
          </div>
        </>
      )}
    </Panel>
  );
}
