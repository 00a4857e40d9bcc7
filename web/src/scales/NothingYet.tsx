import { Button } from "../ui/Button";

/** A stage without an answer yet: what to choose first, or that what was chosen is being mixed. */
export function NothingYet({
  mixing,
  says,
  onExample,
}: {
  mixing: boolean;
  says: string;
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
    <div className="m-auto max-w-md bg-paper p-6 text-lg leading-snug">
      <p>{says}</p>
      {onExample && (
        <Button look="solid" className="mt-4" onClick={onExample}>
          Show me an example
        </Button>
      )}
    </div>
  );
}
