import { useQuery } from "@tanstack/react-query";
import { Camera, ScanLine } from "lucide-react";
import { useState } from "react";
import type { PaintedThing } from "../mixtures/parts";
import { TakePhotograph } from "../photographs/TakePhotograph";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { Progress } from "../ui/Progress";
import { Select } from "../ui/Select";
import { Bands } from "./Bands";
import { Corners } from "./Corners";
import { LearntTubes } from "./LearntTubes";
import { readBackQuery, readOfQuery } from "./queries";
import { type Corner, type Light, useReading } from "./useReadBack";

const LIGHTS = [
  ["", "Whatever light"],
  ["daylight", "Daylight"],
  ["led", "LED lamp"],
  ["fluorescent", "Fluorescent lamp"],
  ["tungsten", "Tungsten lamp"],
] as const;

/** The button that has a painted sheet read back from a photograph, and what comes of it. */
export function ReadBack({ thing, disabled }: { thing: PaintedThing; disabled?: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="paper" disabled={disabled} onClick={() => setOpen(true)}>
        <ScanLine aria-hidden="true" size={18} /> Read back
      </Button>
      {open && <ReadBackPanel thing={thing} onClose={() => setOpen(false)} />}
    </>
  );
}

function ReadBackPanel({ thing, onClose }: { thing: PaintedThing; onClose: () => void }) {
  const { data: earlier = [] } = useQuery(readOfQuery(thing));
  const [chosen, setChosen] = useState<number | null>(null);
  const [again, setAgain] = useState(false);
  const [light, setLight] = useState<Light>("");
  const [file, setFile] = useState<File | null>(null);
  const [corners, setCorners] = useState<readonly Corner[]>([]);
  const reading = useReading(thing, (id) => {
    setChosen(id);
    setAgain(false);
  });
  const shown = chosen ?? earlier[0]?.id ?? null;
  const { data: read } = useQuery({ ...readBackQuery(shown ?? 0), enabled: shown !== null });
  const begin = (picture: File | null, tapped: readonly Corner[] = []) => {
    setFile(picture);
    setCorners(tapped);
    reading.begin({ light, page: 1, file: picture, corners: tapped });
  };
  const asking = !reading.underWay && (again || shown === null);
  return (
    <Panel open wide title={`“${thing.name}” read back`} onClose={onClose}>
      {reading.underWay && (
        <Progress
          says={reading.task?.saying || "Sending the photograph …"}
          share={reading.task?.share ?? 0}
          onStop={reading.task && (() => reading.stop())}
        />
      )}
      {asking && (
        <div className="flex flex-col gap-3">
          <p className="leading-snug">
            Paint the empty boxes so thickly that no paper shows, and let them dry: wet paint is
            darker. Lay the sheet flat in window light, with no flash or sun on it. Photograph it
            whole, from straight above. The picture stays private; its place and date are removed.
          </p>
          <div className="flex flex-wrap items-center gap-2">
            <TakePhotograph look="solid" onTake={(picture) => begin(picture)}>
              <Camera aria-hidden="true" size={18} /> A photograph …
            </TakePhotograph>
            <Select label="Light" look="paper" options={LIGHTS} value={light} onChoose={setLight} />
            <Button look="paper" onClick={() => begin(null)}>
              Photograph it (simulated)
            </Button>
          </div>
          {reading.trouble && <Note>{reading.trouble}</Note>}
          {reading.trouble && file && (
            <Corners
              file={file}
              corners={corners}
              onCorners={setCorners}
              onDone={() => begin(file, corners)}
            />
          )}
        </div>
      )}
      {read?.done && !asking && !reading.underWay && (
        <div className="flex flex-col gap-4">
          <Bands boxes={read.boxes} />
          <LearntTubes key={read.id} read={read} />
          <div className="flex flex-wrap items-center gap-3 border-ink/30 border-t pt-2">
            <a href={`/api/painted/read/${read.id}/image`} target="_blank" rel="noreferrer">
              <img
                src={`/api/painted/read/${read.id}/image`}
                alt="The sheet as it was photographed"
                className="h-24"
              />
            </a>
            <p className="min-w-40 flex-1 text-ink-soft text-sm leading-snug">
              Read by {read.light || "an unknown light"},{" "}
              {new Date(read.created).toLocaleDateString(undefined, { dateStyle: "medium" })}.
            </p>
            <Button look="paper" onClick={() => setAgain(true)}>
              <Camera aria-hidden="true" size={18} /> Another photograph
            </Button>
          </div>
        </div>
      )}
    </Panel>
  );
}
