import { useQuery } from "@tanstack/react-query";
import { ChevronUp, Plus } from "lucide-react";
import { memo, startTransition, useState } from "react";
import { tubesQuery } from "../api/queries";
import type { TubeOut } from "../api/schema";
import { Chip } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { useNarrow } from "../ui/useNarrow";
import { Part } from "./parts";

/** The painter's box: slim standing chips, masstone above, tint below; what is in use stands tall. */
export const Tray = memo(function Tray({
  inUse,
  hint,
  onPick,
  only,
}: {
  inUse: ReadonlyArray<number | null>;
  hint: string;
  onPick: (tube: TubeOut) => void;
  /** Which tubes are shown; all of them where nothing is said. */
  only?: (tube: TubeOut) => boolean;
}) {
  const { data: every = [] } = useQuery(tubesQuery);
  const tubes = only ? every.filter(only) : every;
  const narrow = useNarrow();
  const [adding, setAdding] = useState(false);
  /** Whether the drawer that the tray is on a phone stands open. */
  const [drawn, setDrawn] = useState(false);
  return (
    <nav
      aria-label="Tubes"
      className={`grid max-h-64 min-h-0 grid-cols-[1fr_auto] border-stage-ink/25 bg-stage text-stage-ink max-md:fixed max-md:inset-x-0 max-md:bottom-14 max-md:z-20 short:static! short:order-2 max-md:max-h-[60dvh] max-md:border-t md:grid-rows-[auto_minmax(0,1fr)] lg:flex lg:h-full lg:max-h-none lg:flex-col lg:border-r ${drawn ? "max-md:grid-rows-[auto_minmax(0,1fr)]" : ""}`}
    >
      <p className="self-center px-4 pt-3 pb-1 text-sm leading-tight max-md:py-3 lg:self-auto">
        {hint}
      </p>
      <ul
        className={`col-span-2 min-h-0 flex-1 grid-cols-[repeat(auto-fill,3.375rem)] content-start items-end gap-x-1 gap-y-1 overflow-y-auto overflow-x-hidden px-2 py-2 md:grid lg:grid-cols-3 ${drawn ? "grid" : "hidden"}`}
      >
        {(drawn || !narrow ? tubes : []).map((tube) => (
          <li key={tube.id}>
            <TubeButton
              tube={tube}
              mark={markOf(tube, tubes)}
              used={inUse.includes(tube.id)}
              onPick={(picked) => {
                setDrawn(false);
                onPick(picked);
              }}
            />
          </li>
        ))}
      </ul>
      <div className="col-start-2 row-start-1 flex p-3 pb-0 max-md:p-1 lg:pb-3">
        <Button look="stage" className="md:w-full" onClick={() => setAdding(true)}>
          <Plus aria-hidden="true" size={18} /> <span className="max-md:sr-only">Add tubes</span>
        </Button>
        <Button
          look="stage"
          className="md:hidden"
          aria-expanded={drawn}
          onClick={() => startTransition(() => setDrawn(!drawn))}
        >
          Tray
          <ChevronUp aria-hidden="true" size={18} className={drawn ? "rotate-180" : ""} />
        </Button>
      </div>
      {adding && <Part name="AddTubes" open onClose={() => setAdding(false)} />}
    </nav>
  );
});

/** A tube's pigment number; where two tubes share one, its name with the first words cut short. */
export function markOf(tube: TubeOut, box: readonly TubeOut[]): string {
  const index = tube.paint.colour_index;
  if (box.filter((other) => other.paint.colour_index === index).length < 2) return index;
  const words = tube.paint.name.split(" ");
  return [...words.slice(0, -1).map((word) => `${word[0]?.toLowerCase()}.`), words.at(-1)].join(
    " ",
  );
}

function TubeButton({
  tube,
  mark,
  used,
  onPick,
}: {
  tube: TubeOut;
  mark: string;
  used: boolean;
  onPick: (tube: TubeOut) => void;
}) {
  const { paint } = tube;
  return (
    <button
      type="button"
      aria-pressed={used}
      aria-label={`${mark} ${tube.label}: ${paint.masstone.name}`}
      title={tube.label}
      onClick={() => onPick(tube)}
      className="flex h-[4.6rem] w-full min-w-11 flex-col justify-end text-center"
    >
      <Chip
        masstone={paint.masstone}
        tint={paint.tint}
        className={`mx-auto flex-col transition-[height,width] ${used ? "h-[3.3rem] w-12" : "h-9 w-8"}`}
      />
      <span
        className={`block overflow-hidden whitespace-nowrap text-[0.875rem] leading-5 ${used ? "font-bold" : ""}`}
      >
        {mark}
      </span>
    </button>
  );
}
