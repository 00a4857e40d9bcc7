import { useMutation } from "@tanstack/react-query";
import { forgetAnswers } from "../api/answers";
import { ask } from "../api/client";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

/** The demo studio, which needs no name. */
export function OpenDemo({ onDone }: { onDone: () => void }) {
  const opening = useMutation({
    mutationFn: async () => {
      await ask("POST /api/demo");
      await forgetAnswers();
    },
    onSuccess: onDone,
  });
  return (
    <>
      <Button look="solid" disabled={opening.isPending} onClick={() => opening.mutate()}>
        Open the demo studio
      </Button>
      {opening.error && <Note>{opening.error.message}</Note>}
    </>
  );
}
