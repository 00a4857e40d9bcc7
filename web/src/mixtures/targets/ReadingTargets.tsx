import { useMutation } from "@tanstack/react-query";
import { FileUp } from "lucide-react";
import { useState } from "react";
import type { FoundReadingOut, Target } from "../../api/schema";
import { upload } from "../../api/upload";
import { Swatch } from "../../seen/Swatch";
import { Note } from "../../ui/Note";
import { NO_TARGET } from "../beginPile";

/** A colour that an instrument read, out of a file of readings. */
export function ReadingTargets({ onChoose }: { onChoose: (target: Target | null) => void }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const look = useMutation({
    mutationFn: (file: File) => upload<FoundReadingOut[]>("/api/readings/look", file),
  });
  return (
    <>
      <p className="max-w-md leading-snug">
        Choose a file of readings (CGATS, CxF or CSV) and the one to hit. A single reading can be
        written as well: L*, a* and b*.
      </p>
      <label className="flex min-h-11 w-fit cursor-pointer items-center gap-2 px-3 ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black">
        <FileUp aria-hidden="true" size={18} /> A file of readings …
        <input
          type="file"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            setChosen(null);
            onChoose(null);
            if (file) look.mutate(file);
            event.target.value = "";
          }}
        />
      </label>
      {look.error && <Note>{look.error.message}</Note>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-2 p-1">
        {look.data?.map((each, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a reading is its place in the file
          <li key={i}>
            <button
              type="button"
              aria-pressed={chosen === i}
              onClick={() => {
                setChosen(i);
                onChoose({
                  ...NO_TARGET,
                  name: each.name.slice(0, 120),
                  colour: each.look.lab.join(" "),
                });
              }}
              className="w-full text-left aria-pressed:font-bold aria-pressed:ring-4 aria-pressed:ring-ink"
            >
              <Swatch colour={each.look} className="h-14 w-full" />
              <span className="block px-1 leading-tight">
                {each.name}
                <span className="block font-normal text-ink-soft text-sm">{each.look.munsell}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
