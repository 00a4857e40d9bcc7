import type { TubeOut } from "../api/schema";
import { Empty, FILL_THE_BOX } from "../ui/Empty";

/** A stage without an answer yet: what to choose first, or that what was chosen is being mixed. */
export function NothingYet({
  mixing,
  says,
  tubes,
  onExample,
}: {
  mixing: boolean;
  says: string;
  tubes: readonly TubeOut[];
  /** Begin with an example, where the box has what it takes. */
  onExample: (() => void) | null;
}) {
  if (mixing)
    return (
      <p role="status" className="m-auto p-6 text-lg text-stage-ink">
        Mixing …
      </p>
    );
  return (
    <Empty
      says={says}
      begin={tubes.length === 0 ? FILL_THE_BOX : undefined}
      example={onExample && { says: "Show me an example", does: onExample }}
    />
  );
}
