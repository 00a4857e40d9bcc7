import { queryOptions } from "@tanstack/react-query";
import { ask } from "../api/client";
import type { PaintedThing } from "../mixtures/parts";

export const readOfQuery = ({ kind, id }: PaintedThing) =>
  queryOptions({
    queryKey: ["painted", "of", kind, id],
    queryFn: () => ask("GET /api/painted/of/{kind}/{key}", { kind, key: id }),
  });

export const readBackQuery = (id: number) =>
  queryOptions({
    queryKey: ["painted", "read", id],
    queryFn: () => ask("GET /api/painted/read/{key}", { key: id }),
  });
