import { type ComponentType, createContext, Suspense, useContext } from "react";

/** What can be painted and read back: a sheet, or a painting's palette. */
export interface PaintedThing {
  kind: "sheet" | "painting";
  id: number;
  name: string;
}

/** What stages show of others: the roof gives it, so that no stage takes it from another. */
export interface Parts {
  AddTubes: ComponentType<{ open: boolean; onClose: () => void }>;
  ReadBack: ComponentType<{ thing: PaintedThing; disabled?: boolean }>;
}

const Nothing = () => null;

export const PartsContext = createContext<Parts>({ AddTubes: Nothing, ReadBack: Nothing });

/** A part, fetched when it is first shown. */
export function Part<Name extends keyof Parts>({
  name,
  ...props
}: { name: Name } & React.ComponentProps<Parts[Name]>) {
  const Shown = useContext(PartsContext)[name] as ComponentType<object>;
  return (
    <Suspense fallback={null}>
      <Shown {...props} />
    </Suspense>
  );
}
