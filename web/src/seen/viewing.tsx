import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { Light } from "../api/client";
import { usePreferences } from "../api/preferences";
import type { Me } from "../api/schema";
import { DARKEST_STAGE, inkOn, LIGHTEST_STAGE, neutral } from "./neutrals";

export const LIGHTS: ReadonlyArray<{ key: Light; name: string }> = [
  { key: "D65", name: "Daylight" },
  { key: "LED-B3", name: "Studio lamp" },
  { key: "A", name: "Tungsten" },
];

/** How the painter looks at the work: surround, light, squint and white test. */
export interface Viewing {
  stageValue: number;
  setStageValue: (value: number) => void;
  light: Light;
  setLight: (light: Light) => void;
  squint: boolean;
  setSquint: (on: boolean) => void;
  whiteTest: boolean;
  setWhiteTest: (on: boolean) => void;
}

const Context = createContext<Viewing | null>(null);

const KEEP_AFTER_MS = 400;

export function ViewingProvider({ me, children }: { me: Me; children: ReactNode }) {
  const [stageValue, setStage] = useState(me.stage_value);
  const [light, setLight] = useState<Light>("D65");
  const [squint, setSquint] = useState(false);
  const [whiteTest, setWhiteTest] = useState(false);
  const { prefer } = usePreferences();
  const keep = useRef(prefer);
  keep.current = prefer;
  const timer = useRef(0);

  useEffect(() => {
    const style = document.documentElement.style;
    style.setProperty("--stage", neutral(stageValue));
    style.setProperty("--stage-ink", inkOn(stageValue));
  }, [stageValue]);

  const viewing = useMemo<Viewing>(
    () => ({
      stageValue,
      setStageValue: (wanted) => {
        const value = Math.min(LIGHTEST_STAGE, Math.max(DARKEST_STAGE, wanted));
        setStage(value);
        window.clearTimeout(timer.current);
        timer.current = window.setTimeout(
          () => keep.current({ stage_value: value }),
          KEEP_AFTER_MS,
        );
      },
      light,
      setLight,
      squint,
      setSquint,
      whiteTest,
      setWhiteTest,
    }),
    [stageValue, light, squint, whiteTest],
  );
  return <Context value={viewing}>{children}</Context>;
}

export function useViewing(): Viewing {
  const viewing = useContext(Context);
  if (!viewing) throw new Error("useViewing stands outside its provider");
  return viewing;
}
