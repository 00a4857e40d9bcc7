import { useQuery } from "@tanstack/react-query";
import type { PracticeRecord } from "../api/schema";
import { TABLES } from "../api/tables";
import { Note } from "../ui/Note";
import { recordQuery, titleOf } from "./queries";

const WIDE = 320;
const HIGH = 120;

/** What practice has shown: what is told, over time, what is confused, matches, what is next. */
export function RecordView() {
  const { data: record, error } = useQuery(recordQuery);
  if (error) return <Note>{error.message}</Note>;
  if (!record) return <p className="m-auto">Fetching your record …</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto p-4">
      <section className="bg-paper p-4 text-ink">
        {record.answers === 0 ? (
          <p className="text-lg leading-snug">
            Nothing is answered yet. After a few sessions a line falls here: how small a difference
            you tell.
          </p>
        ) : (
          <>
            {record.says.map((says) => (
              <p key={says} className="text-lg leading-snug">
                {says}
              </p>
            ))}
            <p className="text-ink-soft text-sm">
              {record.answers} answers on {record.days} {record.days === 1 ? "day" : "days"}.
            </p>
          </>
        )}
      </section>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(20rem,1fr))] gap-4">
        {record.thresholds.map((threshold) => (
          <section key={threshold.kind} className="bg-paper p-4 text-ink">
            <h2 className="font-bold">{titleOf(threshold.kind)}</h2>
            <Falling threshold={threshold} />
            <p className="leading-snug">{threshold.says}</p>
          </section>
        ))}
        {record.confused.length > 0 && (
          <section className="bg-paper p-4 text-ink">
            <h2 className="font-bold">What is taken for what</h2>
            <Confused pairs={record.confused} />
            <ul className="leading-snug">
              {record.confused.map((each) => (
                <li key={`${each.wanted} ${each.said}`}>
                  {each.wanted} taken for {each.said}: {each.count} times
                </li>
              ))}
            </ul>
          </section>
        )}
        {record.matches.length > 0 && (
          <section className="bg-paper p-4 text-ink">
            <h2 className="font-bold">Matches</h2>
            <table className="w-full text-sm">
              <thead>
                <tr className="text-left">
                  <th scope="col">Day</th>
                  <th scope="col">Additions</th>
                  <th scope="col">Paint</th>
                  <th scope="col">Off by</th>
                </tr>
              </thead>
              <tbody>
                {record.matches.slice(-12).map((match) => (
                  <tr key={match.at}>
                    <td>{new Date(match.at).toLocaleDateString()}</td>
                    <td>{match.additions}</td>
                    <td>{match.volume_ml.toFixed(1)} ml</td>
                    <td>ΔE {match.delta_e.toFixed(1)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        {record.kinds.length > 0 && (
          <section className="bg-paper p-4 text-ink">
            <h2 className="font-bold">How it goes</h2>
            <ul className="leading-snug">
              {record.kinds.map((kind) => (
                <li key={kind.kind} className="flex justify-between">
                  <span>{titleOf(kind.kind)}</span>
                  <span>
                    {Math.round(100 * kind.right)} % of the last {Math.min(20, kind.answers)}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}

/** Leans around the wheel, and a line from each to what it was taken for, the thicker the more. */
function Confused({ pairs }: { pairs: PracticeRecord["confused"] }) {
  const hues = TABLES.hues.map(([name]) => name);
  const at = (name: string, out = 72) => {
    const angle = (2 * Math.PI * hues.indexOf(name as never)) / hues.length - Math.PI / 2;
    return [100 + out * Math.cos(angle), 90 + out * Math.sin(angle)] as const;
  };
  const most = Math.max(...pairs.map((pair) => pair.count));
  return (
    <svg viewBox="0 0 200 180" aria-hidden="true" className="my-2 h-52 w-full">
      {pairs
        .filter(({ wanted, said }) => [wanted, said].every((name) => hues.includes(name as never)))
        .map(({ wanted, said, count }) => {
          const [[x1, y1], [x2, y2]] = [at(wanted, 56), at(said, 56)];
          return (
            <line
              key={`${wanted} ${said}`}
              {...{ x1, y1, x2, y2 }}
              stroke="#111111"
              strokeWidth={1 + (4 * count) / most}
            />
          );
        })}
      {hues.map((name) => (
        <text key={name} x={at(name)[0]} y={at(name)[1]} fontSize={10} textAnchor="middle">
          {name}
        </text>
      ))}
    </svg>
  );
}

/** A threshold day by day, with what holds it nine times of ten as a band. */
function Falling({ threshold }: { threshold: PracticeRecord["thresholds"][number] }) {
  const { points } = threshold;
  const most = Math.max(...points.map((point) => point.high));
  const x = (i: number) => (points.length === 1 ? WIDE / 2 : (WIDE * i) / (points.length - 1));
  const y = (value: number) => HIGH - (HIGH * value) / most;
  const band = [
    ...points.map((point, i) => `${x(i)},${y(point.high)}`),
    ...points.map((_, i) => {
      const at = points.length - 1 - i;
      return `${x(at)},${y(points[at]?.low ?? 0)}`;
    }),
  ].join(" ");
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label={threshold.says}
      className="my-2 h-32 w-full"
      preserveAspectRatio="none"
    >
      <polygon points={band} fill="#888888" fillOpacity={0.3} />
      <polyline
        points={points.map((point, i) => `${x(i)},${y(point.value)}`).join(" ")}
        fill="none"
        stroke="#111111"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      {points.length === 1 && (
        <circle cx={x(0)} cy={y(points[0]?.value ?? 0)} r={3} fill="#111111" />
      )}
    </svg>
  );
}
