import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";

/** The steps on a trail: which is chosen, and where one is while it is being moved. */
export interface Steps {
  shares: readonly number[];
  selected: number;
  select: (place: number) => void;
  /** The step that is away from where the server computed it, so that its parts are rough. */
  moving: number | null;
  move: (place: number, share: number) => void;
  drop: () => void;
}

const Context = createContext<Steps | null>(null);

interface Moved {
  place: number;
  share: number;
}

/**
 * Lends the steps of one trail to whatever shows them. They are kept here and not by the bench, so
 * that to choose one draws anew what shows it and nothing else: a phone has no time for the rest.
 */
export function StepsProvider({
  computed,
  current = true,
  patches = computed.length,
  greyest: greyestNow,
  onPlace,
  children,
}: {
  /** Shares of the steps, as the server computed them. */
  computed: readonly number[];
  /** Whether they are the answer to what is asked for now, and not to what was before it. */
  current?: boolean;
  /** How many patches may be chosen, where there are more than the steps. */
  patches?: number;
  greyest: number;
  /** A step was moved and let go. The same function each time, or all is drawn anew. */
  onPlace: (place: number, share: number) => void;
  children: ReactNode;
}) {
  const [selected, select] = useState(greyestNow);
  /** A step that is being moved, or waits for the server where it was dropped. */
  const [moved, setMoved] = useState<Moved | null>(null);
  const latest = useRef<Moved | null>(null);
  const greyest = useRef(greyestNow);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an answer ends the holding
  useEffect(() => {
    const held = latest.current?.place;
    // The answer to a step before this one comes late: who moves on keeps what is in hand.
    if (current) {
      latest.current = null;
      setMoved(null);
    }
    const before = greyest.current;
    greyest.current = greyestNow;
    // Who looks at the greyest step goes on looking at it when the steps change; who moved it
    // from there goes on with the one in hand.
    select((at) =>
      at === before && at !== held ? greyestNow : Math.min(at, Math.max(patches - 1, 0)),
    );
  }, [computed, current, patches, greyestNow]);
  const move = useCallback((place: number, share: number) => {
    latest.current = { place, share };
    setMoved(latest.current);
  }, []);
  const drop = useCallback(() => {
    if (latest.current) onPlace(latest.current.place, latest.current.share);
  }, [onPlace]);
  const steps = useMemo<Steps>(() => {
    const away = moved !== null && moved.share !== (computed[moved.place] ?? moved.share);
    return {
      shares: away
        ? computed.map((share, i) => (i === moved.place ? moved.share : share))
        : computed,
      selected,
      select,
      moving: away ? moved.place : null,
      move,
      drop,
    };
  }, [computed, moved, selected, move, drop]);
  return <Context value={steps}>{children}</Context>;
}

export function useSteps(): Steps {
  const steps = useContext(Context);
  if (!steps) throw new Error("useSteps stands outside its provider");
  return steps;
}
