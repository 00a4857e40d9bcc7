import { FileDown, FileUp } from "lucide-react";
import { useState } from "react";
import type { FoundTubeOut } from "../api/schema";
import { FilePanel } from "../keeping/FilePanel";
import { ActionMenu } from "../ui/ActionMenu";
import { Button } from "../ui/Button";
import { useTubeChanges } from "./useTubes";

const FILES = [
  { says: "This box (JSON)", does: "/api/box.json" },
  { says: "This box (CSV)", does: "/api/box.csv" },
  { says: "Optics of its paints (JSON)", does: "/api/optics.json" },
  { says: "The schema of a box", does: "/api/box.schema.json" },
];

/** Boxes out of the studio and into it, in open formats. */
export function FileMenu() {
  const [taking, setTaking] = useState(false);
  const { refresh } = useTubeChanges();
  return (
    <>
      <ActionMenu
        look="slate"
        icon={<FileDown aria-hidden="true" size={18} />}
        says="Files"
        actions={FILES}
      />
      <Button onClick={() => setTaking(true)}>
        <FileUp aria-hidden="true" size={18} /> Take in
      </Button>
      {taking && (
        <FilePanel<FoundTubeOut>
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
