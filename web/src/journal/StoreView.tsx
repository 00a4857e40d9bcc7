import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { paintingsQuery } from "../api/queries";
import type { StoreOut } from "../api/schema";
import { Note } from "../ui/Note";
import { Select } from "../ui/Select";
import { useSize } from "../ui/useSize";
import { storeQuery } from "./queries";
import { TimePlot } from "./TimePlot";

const ml = (amount: number) => (amount < 0.005 ? "–" : `${Number(amount.toPrecision(3))}`);
const COLUMNS = ["Squeezed", "Used", "In piles", "In pots", "Wasted", "Left"] as const;
const amounts = (row: StoreOut["tubes"][number]) => [
  row.squeezed_ml,
  row.used_ml,
  row.in_piles_ml,
  row.in_pots_ml,
  row.wasted_ml,
];

/** Where the paint of every tube is, and what there is to buy. */
export function StoreView() {
  const [painting, setPainting] = useState("");
  const { data: paintings = [] } = useQuery(paintingsQuery);
  const { data: store, error } = useQuery(storeQuery(painting ? Number(painting) : undefined));
  const [room, width] = useSize();
  if (error)
    return (
      <div className="m-8">
        <Note>{error.message}</Note>
      </div>
    );
  if (!store) return <p className="m-8">Counting …</p>;
  const buy = store.tubes.filter((row) => row.buy);
  return (
    <div ref={room} className="min-h-0 flex-1 overflow-y-auto text-stage-ink">
      <div className="bg-paper px-4 py-3 text-ink">
        <div className="flex flex-wrap items-center gap-3">
          <h2 className="font-bold text-xl">To buy</h2>
          {paintings.length > 0 && (
            <Select
              label="For"
              look="paper"
              options={[
                ["", "For no painting in view"],
                ...paintings.map((each) => [String(each.id), `For ${each.title}`] as const),
              ]}
              value={painting}
              onChoose={setPainting}
            />
          )}
        </div>
        {buy.length === 0 ? (
          <p>Nothing: every tube lasts.</p>
        ) : (
          <ul data-testid="to-buy">
            {buy.map((row) => (
              <li key={row.tube} className="flex items-center gap-2 py-0.5">
                <span
                  aria-hidden="true"
                  className="h-6 w-6 shrink-0"
                  style={{ backgroundColor: row.srgb }}
                />
                <span>
                  <b>{row.label}</b>: {row.buy}
                </span>
              </li>
            ))}
          </ul>
        )}
      </div>
      {width > 0 && (
        <div className="px-2 py-2">
          <h2 className="px-2 font-bold">Squeezed out, by week</h2>
          <TimePlot
            bars
            points={store.weeks}
            width={width - 16}
            unit="ml"
            label="Millilitres of paint squeezed out in each of the last weeks"
          />
          {store.growth.length > 0 && (
            <>
              <h2 className="px-2 font-bold">How many times its first addition a pile grew to</h2>
              <TimePlot
                points={store.growth}
                width={width - 16}
                unit="times"
                label="How piles grew by correcting, one after another"
              />
            </>
          )}
          {store.says.map((says) => (
            <p key={says} className="px-2 text-lg">
              {says}
            </p>
          ))}
        </div>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by key */}
      <div tabIndex={0} className="overflow-x-auto bg-paper text-ink">
        <table className="w-full">
          <thead>
            <tr className="text-right">
              <th className="px-4 py-1 text-left">Tube</th>
              {COLUMNS.map((name) => (
                <th key={name} className="px-2">
                  {name}, ml
                </th>
              ))}
              <th className="px-4">Lasts</th>
            </tr>
          </thead>
          <tbody>
            {store.tubes.map((row) => (
              <tr key={row.tube} className="border-ink/15 border-t text-right">
                <td className="flex items-center gap-2 px-4 py-1 text-left">
                  <span
                    aria-hidden="true"
                    className="h-7 w-7 shrink-0"
                    style={{ backgroundColor: row.srgb }}
                  />
                  {row.label}
                </td>
                {amounts(row).map((amount, at) => (
                  <td key={COLUMNS[at]} className="px-2">
                    {ml(amount)}
                  </td>
                ))}
                <td className="px-2">{row.left_ml === null ? "not told" : ml(row.left_ml)}</td>
                <td className="px-4">{row.lasts_days === null ? "–" : lasting(row.lasts_days)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function lasting(days: number): string {
  if (days < 1.5) return "a day";
  if (days < 14) return `${Math.round(days)} days`;
  if (days < 120) return `${Math.round(days / 7)} weeks`;
  return days < 730 ? `${Math.round(days / 30)} months` : "years";
}
