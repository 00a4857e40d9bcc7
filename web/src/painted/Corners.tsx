import { useEffect, useMemo } from "react";
import { Button } from "../ui/Button";
import type { Corner } from "./useReadBack";

const NAMES = ["top left", "top right", "bottom right", "bottom left"] as const;

/** The four corners of a sheet, tapped in its picture one after another. */
export function Corners({
  file,
  corners,
  onCorners,
  onDone,
}: {
  file: File;
  corners: readonly Corner[];
  onCorners: (corners: readonly Corner[]) => void;
  onDone: () => void;
}) {
  const address = useMemo(() => URL.createObjectURL(file), [file]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  const waits = NAMES[corners.length];
  return (
    <section aria-label="Its corners" className="flex flex-col gap-2">
      <p role="status" className="font-bold">
        {waits ? `Tap the ${waits} corner of the paper.` : "All four corners are marked."}
      </p>
      <button
        type="button"
        aria-label={waits ? `The picture: tap the ${waits} corner` : "The picture"}
        className="relative max-h-[50vh] self-start"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          if (corners.length < NAMES.length)
            onCorners([
              ...corners,
              [
                (event.clientX - box.left) / box.width,
                (event.clientY - box.top) / box.height,
              ] as const,
            ]);
        }}
      >
        <img src={address} alt="" className="max-h-[50vh]" />
        {corners.map(([x, y], at) => (
          <span
            key={NAMES[at]}
            aria-hidden="true"
            className="-mt-2.5 -ml-2.5 pointer-events-none absolute h-5 w-5 rounded-full outline-2 outline-black ring-2 ring-white ring-inset"
            style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
          />
        ))}
      </button>
      <div className="flex gap-2">
        <Button look="solid" disabled={corners.length < NAMES.length} onClick={onDone}>
          Read it by these
        </Button>
        <Button
          look="paper"
          disabled={corners.length === 0}
          onClick={() => onCorners(corners.slice(0, -1))}
        >
          Take the last one back
        </Button>
      </div>
    </section>
  );
}
