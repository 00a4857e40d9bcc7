import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ask } from "../api/client";
import { tubesQuery } from "../api/queries";
import type { ReadBackOut, TaskOut, TubeMixture } from "../api/schema";
import { newToken } from "../api/token";
import { sendFile } from "../api/upload";
import { useTask } from "../keeping/useTask";
import type { PaintedThing } from "../mixtures/parts";
import { draftWith, nameFor } from "../mixtures/sheets/draft";
import { begunWith, OFFERED } from "../mixtures/sheets/kinds";
import { readBackQuery, readOfQuery } from "./queries";

export type Light = "" | "daylight" | "led" | "fluorescent" | "tungsten";

/** A corner of the page, in shares of the picture. */
export type Corner = readonly [number, number];

interface Asked {
  light: Light;
  page: number;
  /** The picture; none for one that the stand-ins take. */
  file: File | null;
  corners?: readonly Corner[];
}

/** The kind of sheet that is planned next from what one told. */
export const [NEXT, { after_reading: planNext }] = OFFERED.find(
  ([, kind]) => kind.after_reading,
) as (typeof OFFERED)[number];

/** Has photographs of something painted read; tells of the newest that was. */
export function useReading(thing: PaintedThing, onRead: (id: number) => void) {
  const cache = useQueryClient();
  return useTask<Asked>(
    ({ light, page, file, corners }) => {
      const query = new URLSearchParams({
        light,
        page: String(page),
        corners: (corners ?? []).map((corner) => corner.join(",")).join("; "),
      });
      const path = `/api/painted/of/${thing.kind}/${thing.id}`;
      return sendFile<TaskOut>(
        file ? `${path}?${query}` : `${path}/simulated?${query}`,
        file ?? new FormData(),
      );
    },
    ({ answer }) => {
      cache.invalidateQueries({ queryKey: readOfQuery(thing).queryKey });
      if (answer.read_back) onRead(answer.read_back);
    },
  );
}

/** What is taken over from a photograph that was read. */
export function useTakingOver(read: ReadBackOut) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const cache = useQueryClient();
  const navigate = useNavigate();
  const path = { key: read.id };
  const told = (now: ReadBackOut) => cache.setQueryData(readBackQuery(read.id).queryKey, now);
  return {
    calibrate: useMutation({
      mutationFn: (tubes: number[]) =>
        ask("POST /api/painted/read/{key}/calibrate", { ...path, body: { tubes } }),
      onSuccess: (now) => {
        told(now);
        // Everything that is computed with tubes is asked for anew.
        for (const key of ["tubes", "boxes", "compute", "sheets", "journal", "piles", "paintings"])
          cache.invalidateQueries({ queryKey: [key] });
      },
    }),
    note: useMutation({
      mutationFn: () => ask("POST /api/painted/read/{key}/note", { ...path }),
      onSuccess: () => {
        told({ ...read, noted: true });
        cache.invalidateQueries({ queryKey: ["journal"] });
      },
    }),
    next: useMutation({
      mutationFn: (ends: readonly TubeMixture[]) => {
        const request = begunWith(NEXT, ends);
        const { measure } = draftWith(request);
        const body = { name: nameFor(request, tubes), request, measure, token: newToken() };
        return ask("POST /api/scales", { body: body as never });
      },
      onSuccess: (sheet) => {
        cache.invalidateQueries({ queryKey: ["sheets"] });
        navigate({ to: "/scales/{-$sheetId}", params: { sheetId: String(sheet.id) } });
      },
    }),
  };
}
