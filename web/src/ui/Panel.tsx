import { lazy, type ReactNode, Suspense } from "react";

export interface PanelProps {
  open: boolean;
  title: string;
  onClose?: () => void;
  children: ReactNode;
  wide?: boolean;
}

// What a dialog takes is fetched with the first one that is opened.
const Dialog = lazy(() =>
  import("./PanelDialog").then((there) => ({ default: there.PanelDialog })),
);

/** A sheet of paper over the work. */
export function Panel(props: PanelProps) {
  return <Suspense fallback={null}>{props.open && <Dialog {...props} />}</Suspense>;
}
