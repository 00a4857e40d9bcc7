import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import type { Tube } from "../api/client";
import { tubesQuery } from "../api/queries";
import { Button } from "../ui/Button";
import { AddTubes } from "./AddTubes";

/** The painter's box: slim standing chips, masstone above, tint below; what is in use stands tall. */
export function Tray({
  inUse,
  hint,
  onPick,
}: {
  inUse: ReadonlyArray<number | null>;
  hint: string;
  onPick: (tube: Tube) => void;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [adding, setAdding] = useState(false);
  return (
    <nav
      aria-label="Tubes"
      className="flex min-h-0 flex-col bg-slate text-chalk max-lg:max-h-64 lg:h-full"
    >
      <p className="px-4 pt-3 pb-1 text-chalk-soft text-sm leading-tight">{hint}</p>
      <ul className="grid min-h-0 flex-1 grid-cols-[repeat(auto-fill,3rem)] content-start items-end gap-x-1 gap-y-1 overflow-y-auto px-3 py-2 lg:grid-cols-3">
        {tubes.map((tube) => (
          <li key={tube.id}>
            <Chip tube={tube} used={inUse.includes(tube.id)} onPick={onPick} />
          </li>
        ))}
      </ul>
      <div className="p-3">
        <Button className="w-full" onClick={() => setAdding(true)}>
          <Plus aria-hidden="true" size={18} /> Add tubes
        </Button>
      </div>
      <AddTubes open={adding} onClose={() => setAdding(false)} />
    </nav>
  );
}

function Chip({ tube, used, onPick }: { tube: Tube; used: boolean; onPick: (tube: Tube) => void }) {
  const { paint } = tube;
  return (
    <button
      type="button"
      aria-pressed={used}
      aria-label={`${tube.label}: ${paint.masstone.name}`}
      title={tube.label}
      onClick={() => onPick(tube)}
      className="flex h-[4.6rem] w-12 flex-col justify-end text-center"
    >
      <span
        aria-hidden="true"
        className={`mx-auto flex flex-col transition-[height,width] ${used ? "h-[3.3rem] w-12" : "h-9 w-8"}`}
      >
        <span className="flex-[2]" style={{ backgroundColor: paint.masstone.srgb }} />
        <span className="flex-1" style={{ backgroundColor: paint.tint.srgb }} />
      </span>
      <span
        className={`block overflow-hidden whitespace-nowrap text-[0.8125rem] leading-5 ${used ? "font-bold" : "text-chalk-soft"}`}
      >
        {paint.colour_index}
      </span>
    </button>
  );
}
