import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api/client";
import type { PaintedThing } from "../mixtures/parts";

export const readOfQuery = ({ kind, id }: PaintedThing) =>
  queryOptions({
    queryKey: ["painted", "of", kind, id],
    queryFn: () =>
      got(api.GET("/api/painted/of/{kind}/{key}", { params: { path: { kind, key: id } } })),
  });

export const readBackQuery = (id: number) =>
  queryOptions({
    queryKey: ["painted", "read", id],
    queryFn: () => got(api.GET("/api/painted/read/{key}", { params: { path: { key: id } } })),
  });
