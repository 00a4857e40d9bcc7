import type { ChartRequest } from "../../api/client";
import type { TubeMixture, TubeOut } from "../../api/schema";
import { DEFAULTS, TABLES } from "../../api/tables";
import { type Places, tubesFor } from "../examples";
import { oneTube } from "../mixture";

export type ChartKind = ChartRequest["chart"];

/** A chart that is being chosen: what stands on its sides and what is chosen, by name. */
export type ChartDraft = Pick<ChartRequest, "kind" | "medium" | "ground"> & {
  chart: ChartKind;
} & Record<string, unknown>;

export interface Side {
  name: string;
  label: string;
  fewest: number;
  most: number;
  example: Places;
  /** Whether it is one place, so that what stands there is no list. */
  single: boolean;
}

type Word = string | number | boolean;

/** How an option is offered; without a label it is not. */
export type Option = { name: string } & (
  | ({ is: "Number"; label: string; unit: string; in_wash: string; percent: boolean } & Limits)
  | ({ is: "Count"; word: string; usual: number } & Limits)
  | {
      is: "OneOf";
      label: string;
      words: ReadonlyArray<readonly [Word, string]>;
      clears: readonly string[];
    }
  | { is: "Toggle"; label: string; on: Word; off: Word; ground: boolean }
  | { is: "Numbers"; word: string; by_length: Readonly<Record<string, readonly number[]>> }
  | ({ is: "OfEach"; label: string; unit: string; each: number } & Limits)
  | { is: "Marks"; most: number }
) & { usual: unknown };

interface Limits {
  least: number;
  most: number;
}

/** What a kind of chart says of itself, in the core. */
export interface Kind {
  title: string;
  noun: string;
  joined: string;
  picture: "cells" | "run" | "field";
  question: string;
  opaque: boolean;
  presets: readonly [string, Readonly<Record<string, Readonly<Record<string, number>>>>] | null;
  goes_on: string;
  goes_on_as: string;
  after_reading: string;
  for_class: string;
  example: Readonly<Record<string, unknown>>;
  sides: readonly Side[];
  options: readonly Option[];
}

/** How a chart is drawn. */
export type Picture = Kind["picture"];

export const KINDS = TABLES.charts as unknown as Readonly<Record<ChartKind, Kind>>;

/** The kinds as they are offered, the first before the others. */
export const OFFERED = Object.entries(KINDS) as ReadonlyArray<readonly [ChartKind, Kind]>;

/** The first kind that is drawn so. */
export const firstOf = (picture: Picture): ChartKind =>
  OFFERED.find(([, kind]) => kind.picture === picture)?.[0] as ChartKind;

/** What stands on a side of a chart; a place may still be empty. */
export const sideOf = (draft: ChartDraft, name: string): readonly TubeMixture[] =>
  [(draft[name] ?? []) as TubeMixture | Array<TubeMixture | null>]
    .flat()
    .filter((end) => end !== null);

/** What a side holds with some ends on it. */
export const standing = ({ single }: Side, ends: readonly TubeMixture[]) =>
  single ? (ends[0] ?? null) : ends;

/** Every tube and mixture of a chart, side by side. */
export const endsOf = (draft: ChartDraft): TubeMixture[] =>
  KINDS[draft.chart].sides.flatMap((side) => [...sideOf(draft, side.name)]);

/** Whether the tubes on the desk serve where none is chosen. */
export const isFromDesk = ({ sides }: Kind) => sides.length === 1 && sides[0]?.fewest === 0;

/** Whether every side has what it takes. */
export const isEnough = (draft: ChartDraft) =>
  KINDS[draft.chart].sides.every((side) => sideOf(draft, side.name).length >= side.fewest);

/** A chart of which nothing is chosen yet. */
export function emptyChart(chart: ChartKind): ChartDraft {
  const { medium, ground } = DEFAULTS.Viewing;
  const { sides, options } = KINDS[chart];
  return {
    ...{ kind: "chart", chart, medium, ground },
    ...Object.fromEntries(sides.map((side) => [side.name, standing(side, [])])),
    ...Object.fromEntries(options.map(({ name, usual }) => [name, usual])),
  };
}

/** A chart with what its kind takes, and nothing else; as earlier versions kept it, too. */
export function chartOf(request: Readonly<Record<string, unknown>>): ChartDraft {
  const chart = request.chart as ChartKind;
  const empty = emptyChart(chart in KINDS ? chart : firstOf("cells"));
  const { dark, ratio, row_parts } = request;
  const given: Record<string, unknown> = {
    ...request,
    // What darkens a string was one or none, and a ratio by parts stood in a field of its own.
    ...(dark === undefined || Array.isArray(dark) ? {} : { dark: dark ? [dark] : [] }),
    ...(ratio === "parts" ? { ratio: row_parts ?? 1 } : {}),
    chart: empty.chart,
  };
  const named = Object.keys(empty).filter((name) => given[name] !== undefined);
  return { ...empty, ...Object.fromEntries(named.map((name) => [name, given[name]])) };
}

/** The same tubes as a chart of another kind, as far as it takes them. */
export function asKind(draft: ChartDraft, chart: ChartKind): ChartDraft {
  const kind = KINDS[chart];
  const { medium, ground } = draft;
  // What is sought on the whole desk begins with the whole desk.
  const sides = isFromDesk(kind) ? [] : kind.sides;
  return {
    ...emptyChart(chart),
    ...(kind.opaque ? {} : { medium, ground }),
    ...Object.fromEntries(
      sides.map((side) => [
        side.name,
        standing(side, sideOf(draft, side.name).slice(0, side.most)),
      ]),
    ),
  };
}

/** What a kind begins with from some tubes; null where they are too few. */
export function exampleOf(kind: Kind, tubes: readonly TubeOut[]): Record<string, unknown> | null {
  const sides = kind.sides.map((side) => {
    const ends = tubesFor(side.example, tubes).map(({ id }) => oneTube(id));
    return { side, ends, enough: ends.length >= side.fewest };
  });
  if (!sides.every(({ enough }) => enough) || !sides.some(({ ends }) => ends.length)) return null;
  const stand = sides.map(({ side, ends }) => [side.name, standing(side, ends)]);
  return { ...kind.example, ...Object.fromEntries(stand) };
}

/** A chart that begins with some mixtures, where its kind goes on from them. */
export function begunWith(chart: ChartKind, mixtures: readonly TubeMixture[]): ChartDraft {
  const { sides, goes_on_as } = KINDS[chart];
  const stands = sides.filter(({ name }) => name === goes_on_as);
  return {
    ...emptyChart(chart),
    ...Object.fromEntries(stands.map((side) => [side.name, standing(side, mixtures)])),
  };
}
