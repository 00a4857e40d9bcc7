import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { Combine } from "lucide-react";
import { ask } from "../../api/client";
import type { BetweenIn } from "../../api/schema";
import type { Lab } from "../../plots/trail";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { nameOf } from "../draft";
import { percent } from "../mother/shares";
import type { Shown } from "../shown";
import { useRegions } from "./useRegions";

/** What a place is against others, in the words of the core. */
export function useBetween(lab: Lab | null, others: readonly Lab[]) {
  const body: BetweenIn | null = lab && {
    lab: [...lab],
    others: others.map((other) => [...other]),
  };
  const { data } = useQuery({
    queryKey: ["compute", "between", body],
    queryFn: body
      ? ({ signal }) => ask("POST /api/paintings/compute/between", { body, signal })
      : skipToken,
    enabled: others.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return lab && others.length ? (data?.says ?? []) : [];
}

/** What the chosen passage is against each that it touches; a neighbour is merged from here. */
export function Standing({
  painting,
  request,
  after,
  shares,
  place,
  onChoose,
}: Shown & {
  onChoose: (place: number) => void;
}) {
  const { passages, touching } = request;
  const regions = useRegions(painting);
  const beside = (touching ?? [])
    .filter((pair) => pair.includes(place))
    .map((pair) => (pair[0] === place ? pair[1] : pair[0]) as number)
    .filter((other) => other < passages.length);
  const look = after[place] ?? null;
  const seen = beside.filter((other) => after[other]);
  const labs = seen.flatMap((other) => (after[other] ? [after[other].lab] : []));
  const says = useBetween(look ? look.lab : null, labs);
  return (
    <section aria-label="Where it stands" className="border-ink border-t-2 pt-1">
      <h3 className="font-bold">Where it stands</h3>
      {request.mother && (
        <p className="text-sm">Of the mother it holds {percent(shares[place] ?? 0)}.</p>
      )}
      {beside.length === 0 && <p className="text-sm">It touches nothing.</p>}
      <ul>
        {beside.map((other) => {
          const at = seen.indexOf(other);
          const colour = after[other];
          return (
            <li key={other} className="flex min-h-11 items-center gap-2 leading-tight">
              <span className="flex w-10 shrink-0">
                {look && <Swatch colour={look} className="h-9 flex-1" />}
                {colour && <Swatch colour={colour} className="h-9 flex-1" />}
              </span>
              <span className="min-w-0 flex-1 text-sm">
                Against <b>{nameOf(passages, other)}</b>
                {at >= 0 && says[at] ? `: ${says[at]}` : ""}
              </span>
              <Button
                look="paper"
                aria-label={`Merge ${nameOf(passages, other)} into it`}
                disabled={regions.busy}
                onClick={() => {
                  regions.merge({ into: place, from: other });
                  onChoose(other < place ? place - 1 : place);
                }}
              >
                <Combine aria-hidden="true" size={18} />
              </Button>
            </li>
          );
        })}
      </ul>
      {regions.error && <Note>{regions.error.message}</Note>}
    </section>
  );
}
