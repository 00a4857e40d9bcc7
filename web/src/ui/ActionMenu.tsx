import { ChevronDown } from "lucide-react";
import { lazy, Suspense } from "react";
import { ACTION_BUTTON, type ActionMenuProps } from "./actions";
import { Button } from "./Button";
import { whenQuiet } from "./quiet";

// The first view shows the button before it opens anything.
const List = lazy(() =>
  whenQuiet(() => import("./ActionList").then((there) => ({ default: there.ActionList }))),
);

/** A few things to do, or files to take away, behind one button. */
export function ActionMenu({
  sign = <ChevronDown aria-hidden="true" size={16} />,
  ...props
}: ActionMenuProps) {
  const { says, icon, look = "paper", className = "" } = props;
  return (
    <Suspense
      fallback={
        <Button look={look} disabled className={`${ACTION_BUTTON} ${className}`}>
          {icon} {says} {sign}
        </Button>
      }
    >
      <List {...props} sign={sign} />
    </Suspense>
  );
}
