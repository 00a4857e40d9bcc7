import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import type { DotOut, TubeMixture } from "../../api/schema";
import { useSwatchStyle } from "../../seen/Swatch";
import type { Shown } from "../shown";

/** A mixture dotted on the picture, and what is off of it there. */
export interface Dot extends DotOut {
  x: number;
  y: number;
  name: string;
}

/** Dots on a picture: put where the painter taps, looked at, and wiped off again. */
export function useDots({ request }: Pick<Shown, "request">) {
  const [dots, setDots] = useState<readonly Dot[]>([]);
  const key = request.picture?.division ?? 0;
  const put = useMutation({
    mutationFn: ({ x, y, mixture }: { x: number; y: number; name: string; mixture: TubeMixture }) =>
      ask("POST /api/paintings/divisions/{key}/dot", {
        key,
        body: {
          x,
          y,
          mixture,
          light: request.light ?? "D65",
          medium: request.medium ?? "opaque",
        },
      }),
    onSuccess: (told, { x, y, name }) => setDots((now) => [...now, { ...told, x, y, name }]),
  });
  return { dots, put: put.mutate, wipe: () => setDots([]), error: put.error };
}

/** The dots where they were put: as large as can be judged, nothing drawn around them. */
export function DotMarks({ dots }: { dots: readonly Dot[] }) {
  return (
    <>
      {dots.map((dot) => (
        <Mark key={`${dot.x} ${dot.y}`} dot={dot} />
      ))}
    </>
  );
}

function Mark({ dot }: { dot: Dot }) {
  const style = useSwatchStyle(dot.look, false);
  return (
    <span
      aria-hidden="true"
      data-testid="dot"
      className="-ml-[22px] -mt-[22px] pointer-events-none absolute h-11 w-11 rounded-full"
      style={{ ...style, left: `${100 * dot.x}%`, top: `${100 * dot.y}%` }}
    />
  );
}
