import { useMutation, useQuery } from "@tanstack/react-query";
import { ImagePlus } from "lucide-react";
import { useState } from "react";
import { api, type Divided, got, type Photograph } from "../../api/client";
import { LIMITS } from "../../api/tables";
import { photographsQuery } from "../../photographs/queries";
import { usePhotographs } from "../../photographs/usePhotographs";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { Panel } from "../../ui/Panel";
import { Progress } from "../../ui/Progress";
import { Stepper } from "../../ui/Stepper";

const { least: FEWEST, most: MOST } = LIMITS.DivideIn.count;

/** A photograph is chosen and divided; how many passages it has can be changed at once. */
export function BeginFromPicture({
  onClose,
  onBegin,
}: {
  onClose: () => void;
  onBegin: (divided: Divided) => void;
}) {
  const { data: photographs = [] } = useQuery(photographsQuery);
  const { take } = usePhotographs();
  const [chosen, setChosen] = useState<Photograph | null>(null);
  const divide = useMutation({
    mutationFn: ({ photograph, count }: { photograph: number; count: number | null }) =>
      got(api.POST("/api/paintings/divisions", { body: { photograph, count } })),
  });
  const choose = (photograph: Photograph) => {
    setChosen(photograph);
    divide.mutate({ photograph: photograph.id, count: null });
  };
  const busy = take.isPending ? "Taking the picture in …" : divide.isPending ? "Dividing it …" : "";
  const found = divide.data;
  return (
    <Panel open wide title="Begin from a picture" onClose={onClose}>
      <p className="leading-snug">
        A photograph, a colour sketch or the unfinished painting. It is divided into passages, each
        with one colour job. A grey or white card in it sets its light right.
      </p>
      <div className="flex flex-wrap items-center gap-2 py-3">
        <label className="flex min-h-11 cursor-pointer items-center gap-2 px-3 ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black">
          <ImagePlus aria-hidden="true" size={18} /> A photograph …
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp,image/heic"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) take.mutate(file, { onSuccess: choose });
              event.target.value = "";
            }}
          />
        </label>
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
      {(take.error ?? divide.error) && <Note>{(take.error ?? divide.error)?.message}</Note>}
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
