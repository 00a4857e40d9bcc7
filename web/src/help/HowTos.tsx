import { Link } from "@tanstack/react-router";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { STRIPS } from "../api/strips";
import { found } from "./howto";

/** What painters ask, found by its words, each answered with paint. */
export function HowTos({ onGo }: { onGo: () => void }) {
  const [words, setWords] = useState("");
  const answers = found(words);
  return (
    <>
      <input
        type="search"
        aria-label="Find an answer"
        placeholder="brown, green, again …"
        value={words}
        maxLength={60}
        onChange={(event) => setWords(event.target.value)}
        className="min-h-11 w-full bg-white px-3 ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
      />
      <ul>
        {answers.map(({ asks, says, strip, shows, go }) => (
          <li key={asks}>
            <details className="group border-ink/20 border-b">
              <summary className="flex min-h-14 cursor-pointer items-center gap-4 py-1">
                <span role="img" aria-label={shows} className="flex h-11 w-32 shrink-0">
                  {STRIPS[strip].map((code) => (
                    <span key={code} className="flex-1" style={{ backgroundColor: code }} />
                  ))}
                </span>
                <b>{asks}</b>
                <ChevronDown
                  aria-hidden="true"
                  size={16}
                  className="ml-auto shrink-0 group-open:rotate-180"
                />
              </summary>
              <div className="pb-3 pl-36 leading-snug max-md:pl-0">
                {says.map((sentence) => (
                  <p key={sentence}>{sentence}</p>
                ))}
                <Link
                  to={go.to}
                  onClick={onGo}
                  className="inline-flex min-h-11 items-center underline underline-offset-4"
                >
                  {go.says}
                </Link>
              </div>
            </details>
          </li>
        ))}
      </ul>
      {answers.length === 0 && <p className="py-3">Nothing says “{words}”. Try a colour word.</p>}
    </>
  );
}
