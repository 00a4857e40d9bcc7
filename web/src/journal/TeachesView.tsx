import { useQuery } from "@tanstack/react-query";
import type { TeachesOut } from "../api/schema";
import { Note } from "../ui/Note";
import { useSize } from "../ui/useSize";
import { teachesQuery } from "./queries";
import { TimePlot } from "./TimePlot";
import { Touching } from "./Wall";

const DIMENSIONS: Record<string, readonly [string, string, string]> = {
  value: ["Value", "too dark", "too light"],
  chroma: ["Chroma", "too dull", "too clear"],
  temperature: ["Temperature", "too cool", "too warm"],
};

/** How near the targets were hit and which way they were missed, which hues are mixed. */
export function TeachesView({ onOpen }: { onOpen: (id: number) => void }) {
  const { data: told, error } = useQuery(teachesQuery);
  const [room, width] = useSize();
  if (error)
    return (
      <div className="m-8">
        <Note>{error.message}</Note>
      </div>
    );
  if (!told) return <p className="m-8">Counting …</p>;
  return (
    <div ref={room} className="min-h-0 flex-1 overflow-y-auto px-3 py-3 text-stage-ink">
      {told.says.length > 0 ? (
        <ul className="pb-3 text-2xl leading-snug" data-testid="teaches">
          {told.says.map((says) => (
            <li key={says}>{says}</li>
          ))}
        </ul>
      ) : (
        <p className="pb-3 text-lg">
          {told.needed > 0
            ? `${told.needed} more mixtures with a target, and something can be told that is more than chance.`
            : "Nothing stands out: what you miss by goes one way as often as the other."}
        </p>
      )}
      {told.hits.length > 1 && width > 0 && (
        <section>
          <h2 className="font-bold">How far from its target a mixture ended</h2>
          <TimePlot
            points={told.hits}
            width={width}
            unit="ΔE"
            label="How far from their targets mixtures ended, one after another"
          />
        </section>
      )}
      {told.habits.length > 0 && width > 0 && (
        <section className="pt-3">
          <h2 className="font-bold">Which way, on the average</h2>
          <p className="text-sm">
            A line that crosses the middle may be chance. From {told.habits[0]?.count} mixtures.
          </p>
          {told.habits.map((habit) => (
            <HabitLine key={habit.dimension} habit={habit} />
          ))}
        </section>
      )}
      <section className="pt-4">
        <h2 className="font-bold">Which hues you mix</h2>
        <ol className="flex h-32 items-end">
          {told.hues.map((hue) => (
            <li key={hue.name} className="flex h-full flex-1 flex-col justify-end text-center">
              <span className="text-sm">{hue.count || "never"}</span>
              <span
                aria-hidden="true"
                style={{
                  backgroundColor: hue.srgb ?? "transparent",
                  height: `${share(hue.count, told)}%`,
                }}
              />
              <span className="truncate text-sm" title={hue.name}>
                {hue.name}
              </span>
            </li>
          ))}
        </ol>
        <p className="pt-1 text-sm">
          {told.greys === 1 ? "And 1 grey" : `And ${told.greys} greys`} without a hue. Each bar has
          the clearest you mixed of it.
        </p>
      </section>
      {told.most.length > 0 && (
        <section className="pt-4">
          <h2 className="font-bold">Mixed most</h2>
          <ul className="flex flex-wrap">
            {told.most.map((each) => (
              <li key={each.id}>
                <button
                  type="button"
                  onClick={() => onOpen(each.id)}
                  className="w-28 text-left leading-tight"
                >
                  <span className="block h-16">
                    <Touching swatch={each} />
                  </span>
                  <span className="block truncate px-1">{each.title}</span>
                  <span className="block px-1 text-sm">{each.times} times</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const share = (count: number, told: TeachesOut) =>
  (60 * count) / Math.max(...told.hues.map((hue) => hue.count), 1);

const MOST = 12;

/** Where the mean of one dimension lies, and how sure that is. */
function HabitLine({ habit }: { habit: TeachesOut["habits"][number] }) {
  const [name, less, more] = DIMENSIONS[habit.dimension] ?? [habit.dimension, "less", "more"];
  const at = (figure: number) => `${50 + (50 * Math.max(-MOST, Math.min(MOST, figure))) / MOST}%`;
  return (
    <div className="flex items-center gap-3 py-1">
      <span className="w-28">{name}</span>
      <span className="w-20 text-right text-sm">{less}</span>
      <span
        role="img"
        aria-label={`${name}: ${habit.mean.toFixed(1)}, give or take ${habit.within.toFixed(1)}`}
        className="relative h-6 flex-1 bg-stage-ink/10"
      >
        <span className="absolute inset-y-0 left-1/2 w-px bg-stage-ink/60" />
        <span
          className="absolute inset-y-2.5 bg-stage-ink/60"
          style={{
            left: at(habit.mean - habit.within),
            right: `calc(100% - ${at(habit.mean + habit.within)})`,
          }}
        />
        <span
          className="absolute top-1 h-4 w-1.5 -translate-x-1/2 bg-stage-ink"
          style={{ left: at(habit.mean) }}
        />
      </span>
      <span className="w-20 text-sm">{more}</span>
    </div>
  );
}
