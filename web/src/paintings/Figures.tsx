import { TriangleAlert } from "lucide-react";
import { useState } from "react";
import type { FiguresOut } from "../api/schema";
import { Fold } from "../ui/Fold";

/** What the eye will see: each figure and what it means; opened, why it matters and its source. */
export function FigureList({
  figures,
  onPoint,
}: {
  figures: FiguresOut;
  /** The passages that a figure speaks of, while it is looked at. */
  onPoint?: (places: readonly number[]) => void;
}) {
  return (
    <ul
      aria-label="What the eye will see"
      className="grid grid-cols-[repeat(auto-fill,minmax(14rem,1fr))] gap-x-6"
    >
      {figures.figures.map((figure) => (
        <li
          key={figure.name}
          className="border-ink/20 border-b"
          onPointerEnter={() => onPoint?.(figure.places)}
          onPointerLeave={() => onPoint?.([])}
          onFocus={() => onPoint?.(figure.places)}
          onBlur={() => onPoint?.([])}
        >
          <details>
            <summary className="flex min-h-11 cursor-pointer flex-col justify-center py-1 leading-tight">
              <span className="flex items-baseline gap-2">
                {figure.alarm && (
                  <TriangleAlert
                    role="img"
                    aria-label="to mend"
                    size={16}
                    className="shrink-0 self-center"
                  />
                )}
                <span className="text-ink-soft text-sm">{figure.name}</span>
                <b className="ml-auto whitespace-nowrap">{figure.told}</b>
              </span>
              <span className={figure.alarm ? "font-bold" : ""}>{figure.says}</span>
            </summary>
            <p className="pb-2 text-sm leading-snug">
              {figure.why} <i>Source: {figure.source}.</i>
            </p>
          </details>
        </li>
      ))}
    </ul>
  );
}

/** The same folded into one line: what is to be mended stands in it, or else what leads. */
export function FoldedFigures({
  figures,
  onPoint,
}: {
  figures: FiguresOut;
  onPoint: (places: readonly number[]) => void;
}) {
  const [open, setOpen] = useState(false);
  if (figures.figures.length === 0) return null;
  const alarms = figures.figures.filter((figure) => figure.alarm);
  const told = alarms.length ? alarms : figures.figures;
  return (
    <div className="shrink-0 bg-slate text-chalk">
      <div className="flex px-1">
        <Fold
          label="What the eye will see"
          says={told.slice(0, 3).map((figure) => `${figure.name.toLowerCase()} ${figure.told}`)}
          open={open}
          onOpen={setOpen}
        />
      </div>
      {open && (
        <div className="max-h-44 overflow-y-auto bg-paper px-4 py-1 text-ink">
          <FigureList figures={figures} onPoint={onPoint} />
        </div>
      )}
    </div>
  );
}
