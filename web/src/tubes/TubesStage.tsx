import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { boxesQuery, reachQuery, tubesQuery, tubesThat } from "../api/queries";
import type { TubeOut } from "../api/schema";
import { Hint } from "../help/Hint";
import { Part } from "../mixtures/parts";
import { Tray } from "../mixtures/Tray";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { useKeys } from "../ui/keys";
import { Select } from "../ui/Select";
import { Stepper } from "../ui/Stepper";
import { useSize } from "../ui/useSize";
import { Boxes } from "./Boxes";
import { BeginStudio } from "./beginning/BeginStudio";
import { FileMenu } from "./FileMenu";
import { TubeSlip } from "./TubeSlip";
import { NEW_TUBE, useTubeChanges } from "./useTubes";
import { WheelPlot } from "./WheelPlot";

/** What a tube is beside its colour, to look for tubes by; from memory, the label has the say. */
const NATURES = [
  ["all", "All tubes", () => true],
  ["transparent", "Transparent", (tube: TubeOut) => tube.nature.transparent],
  ["granulates", "Granulate", (tube: TubeOut) => tube.nature.granulates],
  ["calm", "Do not stain", (tube: TubeOut) => !tube.nature.stains],
  ["lasting", "Most light-fast", (tube: TubeOut) => tube.nature.light_fast === "excellent"],
  ["gentle", "No usual hazard", (tube: TubeOut) => tube.nature.no_usual_hazard],
  ["fast", "Dry fast in oil", (tube: TubeOut) => tube.nature.drying === "fast"],
  ["slow", "Dry slowly in oil", (tube: TubeOut) => tube.nature.drying === "slow"],
] as const satisfies ReadonlyArray<readonly [string, string, (tube: TubeOut) => boolean]>;

type Nature = (typeof NATURES)[number][0];

/** The first stage of the work: what each tube really is, and what the box reaches. */
export default function TubesStage({
  first = null,
}: {
  /** The tube to look at first. */
  first?: number | null;
}) {
  const { data: tubes = [], isPending } = useQuery(tubesQuery);
  const { data: every } = useQuery({ ...tubesThat("all"), enabled: tubes.length === 0 });
  const { data: boxes } = useQuery(boxesQuery);
  const begins = every?.length === 0 && tubes.length === 0 && boxes?.boxes.length === 0;
  const [value, setValue] = useState(5);
  const { data: reach } = useQuery({ ...reachQuery(value), enabled: tubes.length > 0 });
  const [chosen, setChosen] = useState<number | null>(first);
  const [beside, setBeside] = useState<number | null>(null);
  const [comparing, setComparing] = useState(false);
  const [adding, setAdding] = useState(false);
  const { add } = useTubeChanges();
  const [room, width, height] = useSize();
  const [nature, setNature] = useState<Nature>("all");
  const only = NATURES.find(([key]) => key === nature)?.[2] ?? (() => true);
  const tube = tubes.find((each) => each.id === chosen) ?? tubes[0] ?? null;
  const other = tubes.find((each) => each.id === beside) ?? null;
  const pick = (id: number) => {
    if (comparing && id !== tube?.id) {
      setBeside(id);
      setComparing(false);
    } else setChosen(id);
  };
  useKeys([{ key: "a", says: "Add tubes", act: () => setAdding(true) }]);
  return (
    <div className={`room ${begins ? "[--slip:0]" : "[--slip:22rem]"}`}>
      <Tray
        inUse={[tube?.id ?? null, other?.id ?? null]}
        hint={
          begins
            ? "Your tubes will stand here."
            : comparing
              ? "Tap the tube to hold beside it."
              : "Tap a tube to look at it."
        }
        onPick={(each) => pick(each.id)}
        only={only}
      />
      <main className="flex min-h-0 min-w-0 flex-col bg-stage">
        {begins && <BeginStudio />}
        <div
          className={`flex-wrap items-center gap-2 bg-slate px-4 py-2 text-chalk ${begins ? "hidden" : "flex"}`}
        >
          <Boxes />
          <Select
            label="Tubes shown"
            options={NATURES.map(([key, says]) => [key, says] as const)}
            value={nature}
            onChoose={setNature}
          />
          <FileMenu />
        </div>
        {begins ? null : tubes.length === 0 && !isPending ? (
          <Empty
            says="This box is empty. A tube is placed by what is in it, not by its name."
            begin={{ says: "Put tubes in", does: () => setAdding(true) }}
          />
        ) : (
          <>
            <Hint name="wheel" />
            <div ref={room} className="min-h-96 flex-1 overflow-hidden">
              {width > 0 && (
                <WheelPlot
                  tubes={tubes.filter(only)}
                  reach={reach}
                  selected={tube?.id ?? null}
                  beside={other?.id ?? null}
                  width={width}
                  height={Math.max(384, height)}
                  onSelect={pick}
                />
              )}
            </div>
            {reach && (
              <section
                aria-label="What the box lacks"
                className="flex flex-wrap items-center gap-x-4 gap-y-1 bg-paper px-4 py-2 leading-snug"
              >
                <span className="flex items-center gap-2">
                  Dashed: its reach at
                  <Stepper
                    before
                    look="paper"
                    value={value}
                    least={2}
                    most={9}
                    word="value"
                    onChange={setValue}
                  />
                </span>
                <p className="min-w-60 flex-1">
                  {reach.gaps.length > 0
                    ? reach.gaps.join(" ")
                    : "A warm and a cool of every primary, and every hue is within reach."}
                </p>
                {reach.helper && (
                  <p className="flex flex-wrap items-center gap-2">
                    <span>
                      At value {reach.value} it would gain most by <b>{reach.helper.name}</b>:{" "}
                      {Math.round(100 * reach.gain)} % more.
                    </span>
                    <Button
                      look="paper"
                      disabled={add.isPending}
                      onClick={() =>
                        reach.helper && add.mutate([{ ...NEW_TUBE, paint_key: reach.helper.key }])
                      }
                    >
                      <Plus aria-hidden="true" size={18} /> I own it
                    </Button>
                  </p>
                )}
              </section>
            )}
          </>
        )}
      </main>
      {tube ? (
        <TubeSlip
          key={tube.id}
          tube={tube}
          beside={other}
          comparing={comparing}
          onCompare={() => (other ? setBeside(null) : setComparing(!comparing))}
        />
      ) : (
        !begins && <aside aria-label="The slip" className="bg-paper" />
      )}
      {adding && <Part name="AddTubes" open onClose={() => setAdding(false)} />}
    </div>
  );
}
