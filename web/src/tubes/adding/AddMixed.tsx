import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { paintsQuery } from "../../api/queries";
import { LIMITS } from "../../api/tables";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { NumberField } from "../../ui/NumberField";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";
import { NEW_TUBE, useTubeChanges } from "../useTubes";

const MOST_PAINTS = LIMITS.TubeIn.recipe.most;

/** A tube that is a mixture: its name, and parts of library paints. */
export function AddMixed({ onDone }: { onDone: () => void }) {
  const { data: paints = [] } = useQuery(paintsQuery);
  const { add } = useTubeChanges();
  const [label, setLabel] = useState("");
  const [recipe, setRecipe] = useState([{ paint_key: "PW6", parts: 1 }]);
  const options = paints.map((paint) => [paint.key, paint.name] as const);
  const set = (at: number, patch: Partial<(typeof recipe)[number]>) =>
    setRecipe(recipe.map((part, i) => (i === at ? { ...part, ...patch } : part)));
  return (
    <form
      className="flex flex-col gap-3 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate([{ ...NEW_TUBE, label, recipe }], { onSuccess: onDone });
      }}
    >
      <TextField label="What is written on it" value={label} most={120} onChange={setLabel} />
      {recipe.map((part, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place in the recipe
        <div key={i} className="flex items-end gap-2">
          <NumberField
            label="Parts"
            value={part.parts}
            least={0.001}
            most={1000}
            onChange={(parts) => set(i, { parts })}
            className="w-24"
          />
          <Select
            look="paper"
            label={`Paint ${i + 1}`}
            options={options}
            value={part.paint_key}
            onChoose={(paint_key) => set(i, { paint_key })}
            className="min-w-56"
          />
          <Button
            look="paper"
            aria-label={`Take paint ${i + 1} out`}
            disabled={recipe.length === 1}
            onClick={() => setRecipe(recipe.filter((_, at) => at !== i))}
          >
            <Trash2 aria-hidden="true" size={18} />
          </Button>
        </div>
      ))}
      <div className="flex gap-2">
        <Button
          look="paper"
          disabled={recipe.length >= MOST_PAINTS}
          onClick={() => setRecipe([...recipe, { paint_key: "PB29", parts: 1 }])}
        >
          One paint more
        </Button>
        <Button look="solid" type="submit" disabled={add.isPending}>
          Add the tube
        </Button>
      </div>
      {add.error && <Note>{add.error.message}</Note>}
    </form>
  );
}
