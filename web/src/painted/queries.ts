import { queryOf } from "../api/queries";
import type { PaintedThing } from "../mixtures/parts";

export const readOfQuery = ({ kind, id }: PaintedThing) =>
  queryOf(["painted", "of", kind, id], "GET /api/painted/of/{kind}/{key}", { kind, key: id });

export const readBackQuery = (id: number) =>
  queryOf(["painted", "read", id], "GET /api/painted/read/{key}", { key: id });
