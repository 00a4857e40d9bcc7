import { type ComponentType, lazy, Suspense } from "react";
import { whenQuiet } from "./quiet";
import { type SelectProps, selectFace } from "./selectFace";

// The first view shows what is chosen before it can be chosen anew.
const List = lazy(() =>
  whenQuiet(() => import("./SelectList").then((there) => ({ default: there.SelectList }))),
);

/** Many options behind one button, which says what is chosen. */
export function Select<T extends string>(props: SelectProps<T>) {
  const { className, face } = selectFace(props);
  const Typed = List as unknown as ComponentType<SelectProps<T>>;
  return (
    <Suspense fallback={<span className={className}>{face}</span>}>
      <Typed {...props} />
    </Suspense>
  );
}
