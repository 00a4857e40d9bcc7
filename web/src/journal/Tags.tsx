import { Plus, X } from "lucide-react";
import { type FormEvent, useState } from "react";
import type { EntryOut } from "../api/schema";
import { Button } from "../ui/Button";

const SUGGESTED = 6;

/** Words to find an entry by: the painter's own, those of other entries within a tap. */
export function Tags({
  entry,
  known,
  onTags,
}: {
  entry: EntryOut;
  known: readonly string[];
  onTags: (tags: string[]) => void;
}) {
  const [word, setWord] = useState("");
  const offered = suggested(entry, known);
  const add = (tag: string) => {
    const plain = tag.trim().toLowerCase();
    if (plain && !entry.tags.includes(plain)) onTags([...entry.tags, plain]);
    setWord("");
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add(word);
  };
  return (
    <section aria-label="Tags" className="border-ink/30 border-t pt-2">
      <h2 className="font-bold">To find it by</h2>
      <div className="flex flex-wrap gap-1">
        {entry.tags.map((tag) => (
          <Button
            key={tag}
            look="paper"
            aria-label={`Take away ${tag}`}
            onClick={() => onTags(entry.tags.filter((each) => each !== tag))}
          >
            {tag} <X aria-hidden="true" size={16} />
          </Button>
        ))}
        {offered.map((tag) => (
          <Button key={tag} look="paper" className="no-underline" onClick={() => add(tag)}>
            <Plus aria-hidden="true" size={16} /> {tag}
          </Button>
        ))}
      </div>
      <form onSubmit={submit} className="flex gap-2">
        <input
          aria-label="Another word"
          value={word}
          maxLength={40}
          placeholder="skin, foliage, shadow …"
          onChange={(event) => setWord(event.target.value)}
          className="min-h-11 min-w-0 flex-1 bg-white px-2 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
        />
        <Button look="paper" type="submit" disabled={!word.trim()}>
          Add
        </Button>
      </form>
    </section>
  );
}

/** Tags of other entries: first those that the painter's own words name. */
function suggested(entry: EntryOut, known: readonly string[]): string[] {
  const told = `${entry.title} ${entry.note} ${entry.target_name}`.toLowerCase();
  const left = known.filter((tag) => !entry.tags.includes(tag));
  const named = left.filter((tag) => told.includes(tag));
  return [...named, ...left.filter((tag) => !named.includes(tag))].slice(0, SUGGESTED);
}
