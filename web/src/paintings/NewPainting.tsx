import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { FileUp, Plus } from "lucide-react";
import { ask } from "../api/client";
import { amountsIn, usePreferences, withKind } from "../api/preferences";
import { paintingsQuery } from "../api/queries";
import type { PassageIn } from "../api/schema";
import { DEFAULTS } from "../api/tables";
import { fromHere, stillThere } from "../keeping/going";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { EMPTY_PAINTING, requestOf } from "./draft";
import { paintingQuery } from "./queries";

/** Begin a painting, or take in one that was exported; either is opened then. */
export function NewPainting({
  example = [],
  onOpen,
}: {
  /** Passages to try it on, where the box has what they take. */
  example?: readonly PassageIn[];
  onOpen?: () => void;
}) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { me } = usePreferences();
  const begin = useMutation({
    mutationFn: async ({
      file,
      passages = [],
    }: {
      file?: File;
      passages?: readonly PassageIn[];
    }) => {
      // What is no JSON is refused by the server, in its words.
      if (file) return ask("POST /api/paintings/import", { body: file as never });
      const { request } = EMPTY_PAINTING;
      const measure = withKind({ ...DEFAULTS.Measure, hand_ml: me.hand_ml }, amountsIn(me.measure));
      const body = {
        name: passages.length > 0 ? "An example" : "",
        measure,
        request: requestOf({ ...request, passages: [...passages] }, "D65"),
        revision: null,
      };
      return ask("POST /api/paintings", { body });
    },
    onMutate: fromHere,
    onSuccess: (painting, _, began) => {
      cache.setQueryData(paintingQuery(painting.id).queryKey, painting);
      cache.invalidateQueries({ queryKey: paintingsQuery.queryKey, exact: true });
      // Tubes may have come with it.
      cache.invalidateQueries({ queryKey: ["tubes"] });
      if (!stillThere(began)) return;
      navigate({
        to: "/paintings/{-$paintingId}",
        params: { paintingId: String(painting.id) },
      });
      onOpen?.();
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        <Button look="solid" disabled={begin.isPending} onClick={() => begin.mutate({})}>
          <Plus aria-hidden="true" size={18} /> A new painting
        </Button>
        <label className="flex min-h-11 cursor-pointer items-center gap-2 px-3 ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black">
          <FileUp aria-hidden="true" size={18} />
          {begin.isPending ? "Taking it in …" : "Take one in …"}
          <input
            type="file"
            accept="application/json,.json"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) begin.mutate({ file });
              event.target.value = "";
            }}
          />
        </label>
        {example.length > 0 && (
          <Button
            look="stage"
            disabled={begin.isPending}
            onClick={() => begin.mutate({ passages: example })}
          >
            Try an example
          </Button>
        )}
      </div>
      {begin.error && <Note>{begin.error.message}</Note>}
    </div>
  );
}
