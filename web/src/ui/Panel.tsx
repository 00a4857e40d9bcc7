import { lazy, Suspense } from "react";
import type { PanelProps } from "./PanelDialog";

// What a dialog takes is fetched with the first one that is opened.
const Dialog = lazy(() =>
  import("./PanelDialog").then((there) => ({ default: there.PanelDialog })),
);

/** A sheet of paper over the work. */
export function Panel(props: PanelProps) {
  return <Suspense fallback={null}>{props.open && <Dialog {...props} />}</Suspense>;
}
