import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { paintingsQuery, tubesQuery } from "../api/queries";
import type { Me, PaintingOut } from "../api/schema";
import { EmptyRoom } from "../mixtures/EmptyRoom";
import { Empty, FILL_THE_BOX } from "../ui/Empty";
import { Note } from "../ui/Note";
import { examplePassages } from "./example";
import { NewPainting } from "./NewPainting";
import { PaintingBench } from "./PaintingBench";
import { paintingQuery } from "./queries";

/** The stage where single mixtures become a painting. */
export default function PaintingsStage({ me, paintingId }: { me: Me; paintingId: number | null }) {
  const { data: paintings = [], isPending, error } = useQuery(paintingsQuery);
  const { data: tubes = [] } = useQuery(tubesQuery);
  const open = paintingId ?? paintings[0]?.id ?? null;
  const found = useQuery({ ...paintingQuery(open ?? 0), enabled: open !== null });
  const bench = useRef<PaintingOut | null>(null);
  // A painting is laid on the bench once; what is kept of it later changes nothing there.
  if (open !== null && bench.current?.id !== open)
    bench.current = found.data && !found.isFetching ? found.data : null;
  if (open !== null && bench.current)
    return <PaintingBench key={bench.current.id} me={me} painting={bench.current} />;
  const trouble = error ?? found.error;
  return (
    <EmptyRoom hint="What you own stands here.">
      {trouble ? (
        <div className="m-8">
          <Note>{trouble.message}</Note>
        </div>
      ) : isPending || open !== null ? (
        <p className="m-8">Fetching the painting …</p>
      ) : (
        <Empty
          says="A painting gathers your mixtures, and finds the mother colour that brings them together."
          begin={tubes.length === 0 ? FILL_THE_BOX : undefined}
        >
          <NewPainting example={examplePassages(tubes)} />
        </Empty>
      )}
    </EmptyRoom>
  );
}
