import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../api/client";
import { Select } from "../ui/Select";
import { TextField } from "../ui/TextField";
import { Swatch } from "./Swatch";

const ANY = "any";

/** What a wash is painted on: a paper or canvas, or any colour. */
export function Ground({
  ground,
  onChange,
}: {
  ground: string;
  onChange: (ground: string) => void;
}) {
  const { data: grounds = [] } = useQuery({
    queryKey: ["grounds"],
    queryFn: ({ signal }) => ask("GET /api/grounds", { signal }),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const known = grounds.find((each) => each.word === ground);
  const [typing, setTyping] = useState(false);
  const [typed, setTyped] = useState("");
  const other = typing || (grounds.length > 0 && !known);
  const options = [
    ...grounds.map((each) => [each.word, `On ${each.word}`] as const),
    [ANY, other && !typing ? `On ${ground}` : "On any colour …"] as const,
  ];
  const take = () => {
    if (!typed.trim()) return;
    onChange(typed.trim());
    setTyping(false);
  };
  return (
    <span className="flex items-center gap-2">
      {known && <Swatch colour={known.look} className="h-8 w-8 shrink-0" />}
      <Select
        label="Painted on"
        options={options}
        value={other ? ANY : ground}
        onChoose={(next) => {
          setTyping(next === ANY);
          if (next !== ANY) onChange(next);
        }}
      />
      {typing && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            take();
          }}
        >
          <TextField
            label="The ground's colour"
            value={typed}
            most={40}
            placeholder="5Y 8/2"
            onChange={setTyped}
          />
        </form>
      )}
    </span>
  );
}
