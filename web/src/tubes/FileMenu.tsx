import { FileDown, FileUp } from "lucide-react";
import { useState } from "react";
import type { FoundTube } from "../api/client";
import { Button } from "../ui/Button";
import { DownloadMenu } from "../ui/DownloadMenu";
import { FilePanel } from "./FilePanel";
import { useTubeChanges } from "./useTubes";

const FILES = [
  ["/api/box.json", "This box (JSON)"],
  ["/api/box.csv", "This box (CSV)"],
  ["/api/optics.json", "Optics of its paints (JSON)"],
  ["/api/box.schema.json", "The schema of a box"],
] as const;

/** Boxes out of the studio and into it, in open formats. */
export function FileMenu() {
  const [taking, setTaking] = useState(false);
  const { refresh } = useTubeChanges();
  return (
    <>
      <DownloadMenu
        look="slate"
        icon={<FileDown aria-hidden="true" size={18} />}
        says="Files"
        files={FILES}
      />
      <Button onClick={() => setTaking(true)}>
        <FileUp aria-hidden="true" size={18} /> Take in
      </Button>
      {taking && (
        <FilePanel<FoundTube>
          title="Take a box in"
          asks="A box as JSON or CSV, of this studio or of another. You see what is in it before anything is taken."
          accept=".json,.csv"
          look="/api/boxes/look"
          take="/api/boxes/take"
          row={(tube) => (
            <>
              <b>{tube.label}</b> {tube.says}
              {tube.readings > 0 && `, ${tube.readings} readings`}
            </>
          )}
          onClose={() => setTaking(false)}
          onTaken={refresh}
        />
      )}
    </>
  );
}
