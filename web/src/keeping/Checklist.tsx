import { useLayoutEffect, useRef } from "react";
import type { Ticks, WorkLine } from "../api/schema";
import { Hint } from "../help/Hint";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Now } from "./Now";
import { useWakeLock } from "./useWakeLock";

const GLIDES_MS = 150;
const isStill = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** A plan line by line under its headings, to be ticked with a wet knuckle; the next one stands out. */
export function Checklist({
  plan,
  ticks,
  says,
  trouble,
  disabled,
  onTick,
}: {
  plan: { key: string; lines: readonly WorkLine[] };
  ticks: readonly Ticks[];
  /** Something to add to how many lines are done. */
  says: string;
  trouble: string | null;
  disabled: boolean;
  /** The lines that are done now, and whether those are the whole plan. */
  onTick: (lines: number[], whole: boolean) => void;
}) {
  const ticked = new Set(ticks.find((each) => each.plan === plan.key)?.lines);
  const toggle = (line: number) => {
    const done = ticked.has(line) ? [...ticked].filter((l) => l !== line) : [...ticked, line];
    onTick(done, done.length === plan.lines.length);
  };
  const groups: Array<{ heading: string; lines: Array<readonly [number, string]> }> = [];
  plan.lines.forEach((line, i) => {
    const last = groups.at(-1);
    if (last?.heading === line.heading) last.lines.push([i, line.says]);
    else groups.push({ heading: line.heading, lines: [[i, line.says]] });
  });
  const next = plan.lines.findIndex((_, i) => !ticked.has(i));
  const now = plan.lines[next];
  const last = [...ticked].filter((line) => next < 0 || line < next).pop();
  useWakeLock(next >= 0);
  const list = useGlide(next);
  return (
    <>
      <p className="mt-2 flex items-center justify-between gap-2 text-sm">
        <span role="status">
          {ticked.size} of {plan.lines.length} done{says && `, ${says}`}
        </span>
        {ticked.size > 0 && (
          <Button
            look="paper"
            className="shrink-0 whitespace-nowrap"
            onClick={() => onTick([], false)}
          >
            Begin again
          </Button>
        )}
      </p>
      {plan.lines.some((line) => line.heading.startsWith("First mix")) && (
        <p className="text-sm leading-snug">
          More of each, or a finer scale, needs fewer mixtures beforehand.
        </p>
      )}
      <div className="-mx-4">
        <Hint name="work-plan" />
      </div>
      {now && (
        <div className="-mx-4 border-ink border-y-2 md:hidden">
          <Now
            heading={now.heading}
            says={now.says}
            busy={disabled}
            onDone={() => toggle(next)}
            onBack={last === undefined ? undefined : () => toggle(last)}
          />
        </div>
      )}
      {trouble && <Note>{trouble}</Note>}
      <div ref={list} className="isolate">
        {groups.map((group) => (
          <fieldset key={group.lines[0]?.[0]} className="mt-1">
            <legend className="font-bold">{group.heading}</legend>
            {group.lines.map(([line, told]) => (
              <label
                key={line}
                data-line={line}
                className={`relative flex min-h-11 items-center gap-3 border-ink/20 border-b leading-tight max-md:min-h-16 max-md:text-xl ${ticked.has(line) ? "text-ink-soft line-through" : ""} ${line === next ? "font-bold before:absolute before:inset-0 before:-z-10 before:bg-white" : ""}`}
              >
                <input
                  type="checkbox"
                  checked={ticked.has(line)}
                  disabled={disabled}
                  onChange={() => toggle(line)}
                  className="size-7 shrink-0 accent-ink max-md:size-10"
                />
                <span>{told}</span>
              </label>
            ))}
          </fieldset>
        ))}
      </div>
    </>
  );
}

/** What stands out glides from the line that is done to the next one. */
function useGlide(next: number) {
  const list = useRef<HTMLDivElement>(null);
  const was = useRef(next);
  useLayoutEffect(() => {
    const at = (line: number) => list.current?.querySelector(`[data-line="${line}"]`);
    const [from, to] = [at(was.current), at(next)];
    was.current = next;
    if (!from || !to || from === to || isStill()) return;
    const by = from.getBoundingClientRect().top - to.getBoundingClientRect().top;
    to.animate([{ transform: `translateY(${by}px)` }, { transform: "none" }], {
      duration: GLIDES_MS,
      easing: "ease-out",
      pseudoElement: "::before",
    });
  }, [next]);
  return list;
}
