import { X } from "lucide-react";
import type { TubeMixture, TubeOut } from "../api/schema";
import { Swatch } from "../seen/Swatch";
import { mixtureName } from "./mixture";

/** A tube or a mixture of a sheet, with the place it takes. */
export function MixtureChip({
  word,
  end,
  tubes,
  active,
  onActive,
}: {
  word: string;
  end: TubeMixture | null;
  tubes: readonly TubeOut[];
  active: boolean;
  onActive: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={active}
      onClick={onActive}
      className={`flex min-h-14 w-40 items-stretch gap-2 pr-2 text-left hover:bg-slate-high ${active ? "bg-slate-deep ring-2 ring-chalk ring-inset" : ""}`}
    >
      <Tubes end={end} tubes={tubes} />
      <span className="min-w-0 self-center py-1 leading-tight">
        <span className="block text-chalk-soft text-sm">{word}</span>
        <span className="line-clamp-2 font-bold leading-[1.05]">
          {end ? mixtureName(end, tubes) : "tap a tube"}
        </span>
      </span>
    </button>
  );
}

/** A tube or a mixture of a side of a chart, where its name stands at its row or column. */
export function SmallChip({
  end,
  tubes,
  onTakeOut,
}: {
  end: TubeMixture;
  tubes: readonly TubeOut[];
  onTakeOut: () => void;
}) {
  const name = mixtureName(end, tubes);
  return (
    <button
      type="button"
      aria-label={`Take ${name} out`}
      title={name}
      onClick={onTakeOut}
      className="relative flex h-11 w-11 items-stretch"
    >
      <Tubes end={end} tubes={tubes} />
      <X aria-hidden="true" size={16} className="absolute right-0 bottom-0 bg-slate text-chalk" />
    </button>
  );
}

/** The masstones of what an end is mixed from, side by side. */
function Tubes({ end, tubes }: { end: TubeMixture | null; tubes: readonly TubeOut[] }) {
  const made = end?.parts.map((part) => tubes.find((tube) => tube.id === part.tube)) ?? [];
  return (
    <span aria-hidden="true" className="flex w-10 shrink-0">
      {made.length === 0 && <span className="hatched w-10" />}
      {made.map((tube, i) =>
        tube ? (
          <Swatch key={tube.id} colour={tube.paint.masstone} className="min-w-0 flex-1" />
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: a tube that is put away is its place
          <span key={i} className="hatched flex-1" />
        ),
      )}
    </span>
  );
}
