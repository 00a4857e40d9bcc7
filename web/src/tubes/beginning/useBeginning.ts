import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ask } from "../../api/client";
import { sheetsQuery } from "../../api/queries";
import type { PaintOut } from "../../api/schema";
import { NEW_TUBE, useTubeChanges } from "../useTubes";

/** What the tubes of a new studio are laid as. */
interface Medium {
  medium: "oil" | "acrylic" | "gouache" | "tempera" | "watercolour";
  wash: boolean;
}

/** Fills the first box, and lays out the first scale of it. */
export function useBeginning({ medium, wash }: Medium) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { add, refresh } = useTubeChanges();
  const tubesOf = (paints: readonly PaintOut[]) =>
    paints.map(({ key }) => ({ ...NEW_TUBE, paint_key: key, medium }));
  const mute = useMutation({
    mutationFn: async ({ paint, paints }: { paint: PaintOut; paints: readonly PaintOut[] }) => {
      const tubes = await ask("POST /api/tubes/several", { body: { tubes: tubesOf(paints) } });
      const tube = tubes.find((each) => each.paint.key === paint.key);
      if (!tube) throw new Error(`${paint.name} did not come into the box; choose it once more.`);
      return ask("POST /api/scales/first", {
        body: { tube: tube.id, medium: wash ? "wash" : "opaque" },
      });
    },
    onSuccess: (sheet) => {
      cache.invalidateQueries({ queryKey: sheetsQuery.queryKey, exact: true });
      return navigate({ to: "/scales/{-$sheetId}", params: { sheetId: String(sheet.id) } });
    },
    onSettled: refresh,
  });
  return {
    mute: (paint: PaintOut, paints: readonly PaintOut[]) => mute.mutate({ paint, paints }),
    fill: (paints: readonly PaintOut[]) => add.mutate(tubesOf(paints)),
    busy: add.isPending || mute.isPending,
    error: add.error ?? mute.error,
  };
}
