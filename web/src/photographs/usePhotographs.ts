import { useMutation, useQueryClient } from "@tanstack/react-query";
import { ask } from "../api/client";
import { Problem } from "../api/problem";
import type { PhotoArea, PhotographOut } from "../api/schema";
import { TABLES } from "../api/tables";
import { sendFile } from "../api/upload";
import { photographsQuery } from "./queries";

const MOST_BYTES = TABLES.mostPhotographBytes;

/** Sends a photograph as it is; the server keeps its pixels alone. */
async function send(file: File): Promise<PhotographOut> {
  if (file.size > MOST_BYTES)
    throw new Problem(
      413,
      "photograph: this file is larger than 25 MB; save it smaller, as a JPEG, and choose it again.",
    );
  return sendFile(`/api/photographs?name=${encodeURIComponent(file.name)}`, file);
}

/** Taking photographs in, marking their card, and putting them away. */
export function usePhotographs() {
  const cache = useQueryClient();
  const refresh = () => cache.invalidateQueries({ queryKey: photographsQuery.queryKey });
  return {
    take: useMutation({ mutationFn: send, onSettled: refresh }),
    mark: useMutation({
      mutationFn: ({ id, card }: { id: number; card: Card | null }) =>
        ask("PUT /api/photographs/{key}/card", { key: id, body: { card } }),
      onSettled: refresh,
    }),
    putAway: useMutation({
      mutationFn: (id: number) => ask("DELETE /api/photographs/{key}", { key: id }),
      onSettled: refresh,
    }),
    bringBack: useMutation({
      mutationFn: (key: number) => ask("POST /api/photographs/{key}/restore", { key }),
      onSettled: refresh,
    }),
  };
}

export interface Card {
  kind: "white" | "grey";
  area: PhotoArea;
}
