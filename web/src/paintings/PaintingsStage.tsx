import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import type { Me, Painting } from "../api/client";
import { Note } from "../ui/Note";
import { NewPainting } from "./NewPainting";
import { PaintingBench } from "./PaintingBench";
import { paintingQuery, paintingsQuery } from "./queries";

/** The stage where single mixtures become a painting. */
export default function PaintingsStage({ me, paintingId }: { me: Me; paintingId: number | null }) {
  const { data: paintings = [], isPending, error } = useQuery(paintingsQuery);
  const open = paintingId ?? paintings[0]?.id ?? null;
  const found = useQuery({ ...paintingQuery(open ?? 0), enabled: open !== null });
  const bench = useRef<Painting | null>(null);
  // A painting is laid on the bench once; what is kept of it later changes nothing there.
  if (open !== null && bench.current?.id !== open)
    bench.current = found.data && !found.isFetching ? found.data : null;
  if (open !== null && bench.current)
    return <PaintingBench key={bench.current.id} me={me} painting={bench.current} />;
  const trouble = error ?? found.error;
  return (
    <div className="flex min-h-0 flex-1 flex-col bg-stage">
      {trouble ? (
        <div className="m-8">
          <Note>{trouble.message}</Note>
        </div>
      ) : isPending || open !== null ? (
        <p className="m-8">Fetching the painting …</p>
      ) : (
        <section className="m-auto flex w-full max-w-2xl flex-col gap-4 bg-paper p-7 text-ink">
          <h1 className="font-bold text-2xl">One colour through all of it</h1>
          <p className="text-lg leading-snug">
            List the passages of a painting, each with its mixture. What they have in common is
            told; the mother colour that brings them together is found, and how much of it goes
            where.
          </p>
          <NewPainting />
        </section>
      )}
    </div>
  );
}
