import { useMutation, useQuery } from "@tanstack/react-query";
import { FileUp, Trash2 } from "lucide-react";
import { useState } from "react";
import { ask } from "../../api/client";
import { calibrationQuery, tubeQuery } from "../../api/queries";
import type { FoundOpticsOut, FoundReadingOut, TubeOut } from "../../api/schema";
import { FilePanel } from "../../keeping/FilePanel";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { Panel } from "../../ui/Panel";
import { TextField } from "../../ui/TextField";
import { useTubeChanges } from "../useTubes";
import { CalibrationView } from "./CalibrationView";
import { InstrumentDesk } from "./InstrumentDesk";

/** Bring a tube's own colour in: readings of its masstone and its tints, and what they make of it. */
export function MeasurePanel({ tube, onClose }: { tube: TubeOut; onClose: () => void }) {
  const { data: detail } = useQuery(tubeQuery(tube.id));
  const [white, setWhite] = useState(0);
  const [colour, setColour] = useState("");
  const [taking, setTaking] = useState<"readings" | "optics" | null>(null);
  const { refresh } = useTubeChanges();
  const at = { tube_id: tube.id };
  const rows = detail?.reading_rows ?? [];
  const { data: calibration } = useQuery({
    ...calibrationQuery(tube.id),
    enabled: rows.length > 0,
  });
  const type = useMutation({
    mutationFn: () =>
      ask("POST /api/tubes/{tube_id}/readings", { ...at, body: { white_parts: white, colour } }),
    onSuccess: () => setColour(""),
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: (reading: number) =>
      ask("DELETE /api/tubes/{tube_id}/readings/{reading_id}", { ...at, reading_id: reading }),
    onSettled: refresh,
  });
  const take = useMutation({
    mutationFn: () => ask("POST /api/tubes/{tube_id}/calibration", at),
    onSettled: refresh,
  });
  const drop = useMutation({
    mutationFn: () => ask("DELETE /api/tubes/{tube_id}/calibration", at),
    onSettled: refresh,
  });
  const error = type.error ?? remove.error ?? take.error ?? drop.error;
  return (
    <Panel open onClose={onClose} title={`Measure ${tube.label}`} wide>
      <p className="pb-3 leading-snug">
        Spread it unthinned, and once more opened with white at a ratio you measured; a second tint
        makes it surer. Let both dry, then read them.
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <InstrumentDesk tube={tube} />
        <form
          className="flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            type.mutate();
          }}
        >
          <h2 className="font-bold">Or type a reading</h2>
          <NumberField
            label="White in it, to one part"
            unit="parts"
            value={white}
            least={0}
            most={1000}
            onChange={setWhite}
          />
          <TextField
            label="Colour"
            value={colour}
            most={60}
            placeholder="52 -3 -30, 5PB 4/8, or #7a7a7a"
            onChange={setColour}
          />
          <div className="flex gap-2">
            <Button look="paper" type="submit" disabled={type.isPending || !colour.trim()}>
              Keep the reading
            </Button>
            <Button look="paper" onClick={() => setTaking("readings")}>
              <FileUp aria-hidden="true" size={18} /> From a file
            </Button>
          </div>
          <Button look="paper" className="self-start" onClick={() => setTaking("optics")}>
            <FileUp aria-hidden="true" size={18} /> Its optics from a file
          </Button>
        </form>
      </div>
      {error && (
        <div className="mt-3">
          <Note>{error.message}</Note>
        </div>
      )}
      <h2 className="mt-4 border-ink border-t-2 pt-2 font-bold">Readings</h2>
      {rows.length === 0 && <p>None yet.</p>}
      <ul aria-label="Readings" className="divide-y divide-ink/20">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-3">
            <Swatch colour={row.look} className="h-11 w-16" />
            <span className="flex-1 leading-tight">
              <b>{row.name}</b> {row.look.lab.map((v) => v.toFixed(1)).join(" ")} ·{" "}
              {row.look.munsell}
              <span className="block text-ink-soft text-sm">
                {row.source}
                {row.spectral && ", with its spectrum"}
              </span>
            </span>
            <Button
              look="paper"
              aria-label={`Take the reading of the ${row.name} out`}
              onClick={() => remove.mutate(row.id)}
            >
              <Trash2 aria-hidden="true" size={18} />
            </Button>
          </li>
        ))}
      </ul>
      {rows.length > 0 && (
        <p className="flex flex-wrap gap-3 py-2">
          <a className="underline" href={`/api/tubes/${tube.id}/readings.cgats`} download>
            As CGATS.17
          </a>
          <a className="underline" href={`/api/tubes/${tube.id}/readings.cxf`} download>
            As CxF 3
          </a>
        </p>
      )}
      {rows.length > 0 && calibration && (
        <CalibrationView
          calibration={calibration}
          calibrated={detail?.calibrated ?? false}
          busy={take.isPending || drop.isPending}
          onTake={() => take.mutate()}
          onDrop={() => drop.mutate()}
        />
      )}
      {taking === "optics" && (
        <FilePanel<FoundOpticsOut>
          title={`Optics of ${tube.label}`}
          asks="K and S as JSON, as this studio writes them. The tube is what they say from then on."
          accept=".json"
          look={`/api/tubes/${tube.id}/optics/look`}
          take={`/api/tubes/${tube.id}/optics/take`}
          row={(found) => (
            <>
              <Swatch colour={found.before} className="h-11 w-16" />
              <Swatch colour={found.after} className="-ml-2 h-11 w-16" />
              {found.key}: {found.before.munsell} becomes {found.after.munsell}
            </>
          )}
          onClose={() => setTaking(null)}
          onTaken={refresh}
        />
      )}
      {taking === "readings" && (
        <FilePanel<FoundReadingOut>
          title={`Readings of ${tube.label}`}
          asks="CGATS.17 text or CxF 3, with spectra or CIELAB. Other lights are adapted to daylight."
          accept=".txt,.cgats,.cxf,.xml"
          look="/api/readings/look"
          take={`/api/tubes/${tube.id}/readings/take`}
          row={(found) => (
            <>
              <Swatch colour={found.look} className="h-8 w-12" />
              <b>{found.name}</b>
              {found.white_parts > 0 ? `1 : ${found.white_parts}` : "masstone"} ·{" "}
              {found.look.munsell}
              {found.spectral && ", spectrum"}
            </>
          )}
          onClose={() => setTaking(null)}
          onTaken={refresh}
        />
      )}
    </Panel>
  );
}
