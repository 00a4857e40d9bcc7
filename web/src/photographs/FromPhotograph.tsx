import { ImagePlus } from "lucide-react";
import { useState } from "react";
import type { Look } from "../api/schema";
import { Button } from "../ui/Button";
import { Panel } from "../ui/Panel";
import { PhotoColours } from "./PhotoColours";

/** A button that reads a colour off a photograph, and hands it on once it is what was meant. */
export function FromPhotograph({
  says,
  title,
  takes,
  look = "slate",
  onColour,
}: {
  says: string;
  title: string;
  /** What the button says that hands the colour on. */
  takes: string;
  look?: "slate" | "paper";
  onColour: (colour: string, photograph: number) => void;
}) {
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState<{ look: Look; photograph: number } | null>(null);
  const close = () => {
    setOpen(false);
    setRead(null);
  };
  return (
    <>
      <Button look={look} onClick={() => setOpen(true)}>
        <ImagePlus aria-hidden="true" size={18} /> {says}
      </Button>
      {open && (
        <Panel open wide title={title} onClose={close}>
          <PhotoColours onColour={(colour, photograph) => setRead({ look: colour, photograph })} />
          <Button
            look="solid"
            className="mt-3"
            disabled={!read}
            onClick={() => {
              if (read) onColour(labText(read.look), read.photograph);
              close();
            }}
          >
            {takes}
          </Button>
        </Panel>
      )}
    </>
  );
}

/** A colour as it is typed in a field. */
const labText = (look: Look) => look.lab.map((value) => value.toFixed(1)).join(" ");
