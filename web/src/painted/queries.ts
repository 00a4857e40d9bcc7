import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api/client";

/** What can be painted and read back: a sheet, or a painting's palette. */
export interface PaintedThing {
  kind: "sheet" | "painting";
  id: number;
  name: string;
}

export const readOfQuery = ({ kind, id }: PaintedThing) =>
  queryOptions({
    queryKey: ["painted", "of", kind, id],
    queryFn: () =>
      got(api.GET("/api/painted/of/{kind}/{key}", { params: { path: { kind, key: id } } })),
  });

export const readBackQuery = (id: number) =>
  queryOptions({
    queryKey: ["painted", "read", id],
    queryFn: () =>
      got(api.GET("/api/painted/read/{read_back}", { params: { path: { read_back: id } } })),
  });
