import { startTransition, useOptimistic } from "react";

/**
 * What is chosen, and a way to choose: where it is chosen it shows at once, and what that changes of
 * the page is drawn after it, however much it is.
 */
export function useAtOnce<T>(value: T, onChoose: (value: T) => void) {
  const [shown, show] = useOptimistic(value);
  const choose = (next: T) =>
    startTransition(() => {
      show(next);
      onChoose(next);
    });
  return [shown, choose] as const;
}
