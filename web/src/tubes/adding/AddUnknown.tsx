import { useState } from "react";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { TextField } from "../../ui/TextField";
import { NEW_TUBE, useTubeChanges } from "../useTubes";

/** A tube that no label tells of: a masstone and a tint, as they were read. */
export function AddUnknown({ onDone }: { onDone: () => void }) {
  const { add } = useTubeChanges();
  const [label, setLabel] = useState("");
  const [masstone, setMasstone] = useState("");
  const [tint, setTint] = useState("");
  const [white, setWhite] = useState(9);
  const readings = [
    ...(masstone.trim() ? [{ white_parts: 0, colour: masstone }] : []),
    ...(tint.trim() ? [{ white_parts: white, colour: tint }] : []),
  ];
  return (
    <form
      className="flex flex-col gap-3 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate([{ ...NEW_TUBE, label, readings }], { onSuccess: onDone });
      }}
    >
      <p>
        Write each colour in Munsell (5PB 4/8), as CIELAB (52 -3 -30) or a screen code (#7a7a7a).
        The nearest paint of the library gives the spectral shape.
      </p>
      <TextField label="What you call it" value={label} most={120} onChange={setLabel} />
      <TextField label="Masstone" value={masstone} most={60} onChange={setMasstone} />
      <div className="flex items-end gap-2">
        <TextField label="Tint" value={tint} most={60} onChange={setTint} className="flex-1" />
        <NumberField
          label="with white"
          unit="parts"
          value={white}
          least={0.1}
          most={1000}
          onChange={setWhite}
          className="w-36"
        />
      </div>
      {add.error && <Note>{add.error.message}</Note>}
      <Button look="solid" type="submit" disabled={add.isPending} className="self-start">
        Add the tube
      </Button>
    </form>
  );
}
