import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { tubesQuery } from "../api/queries";
import type { PracticeSession } from "../api/schema";
import { TABLES } from "../api/tables";
import { Tray } from "../mixtures/Tray";
import { Choice } from "../ui/Choice";
import { Empty, FILL_THE_BOX } from "../ui/Empty";
import { BeginSession } from "./BeginSession";
import { ExerciseStage } from "./ExerciseStage";
import { ForAClass } from "./ForAClass";
import { practiceQuery } from "./queries";
import { RecordView } from "./RecordView";

const VIEWS = [
  ["practise", "Practise"],
  ["record", "Record"],
  ["class", "For a class"],
] as const;

/** The eye and the hand, trained on one's own box, on one grey whatever the room is set to. */
export default function PracticeStage() {
  const { data: practice, error } = useQuery(practiceQuery);
  const [view, setView] = useState<(typeof VIEWS)[number][0]>("practise");
  const [session, setSession] = useState<PracticeSession | null>(null);
  const unended = practice?.session ?? null;
  // A session that was not ended goes on where it stood.
  useEffect(() => {
    if (unended) setSession((now) => now ?? unended);
  }, [unended]);
  const open = session ?? unended;
  const judging = view === "practise" && !!open && !open.done && !!open.exercise;
  const { data: tubes, isPending } = useQuery(tubesQuery);
  const navigate = useNavigate();
  return (
    <div className={judging ? "flex min-h-0 flex-1 flex-col" : "room [--slip:0]"}>
      {/* While an eye judges, no other colour is in sight. */}
      {!judging && (
        <Tray
          inUse={[]}
          hint="The tubes you practise on."
          onPick={({ id }) => navigate({ to: "/tubes", search: { tube: id } })}
        />
      )}
      <main
        className="flex min-h-0 flex-1 flex-col text-stage-ink"
        style={{ backgroundColor: TABLES.neutrals[TABLES.practiceSurround] }}
      >
        <div className="flex flex-wrap items-center gap-2 bg-slate px-4 py-2 text-chalk">
          <Choice label="View of practice" options={VIEWS} value={view} onChoose={setView} />
          {open && !open.done && view === "practise" && (
            <span className="ml-auto px-2">
              {open.number} of {open.of}
              {open.name && ` · ${open.name}`}
            </span>
          )}
        </div>
        {view === "record" ? (
          <RecordView />
        ) : view === "class" ? (
          <ForAClass
            kinds={practice?.kinds ?? []}
            onTaken={(taken) => {
              setSession(taken);
              setView("practise");
            }}
          />
        ) : !isPending && tubes?.length === 0 ? (
          <Empty
            says="A few minutes for the eye and the hand, on your own tubes. Your box is empty."
            begin={FILL_THE_BOX}
          />
        ) : open && !open.done && open.exercise ? (
          <ExerciseStage key={open.id} session={open} onSession={setSession} />
        ) : !practice && !error ? (
          <p className="m-auto">Looking at what your desk is enough for …</p>
        ) : (
          <BeginSession
            practice={practice ?? null}
            error={error}
            ended={session?.done ? session : null}
            onSession={setSession}
          />
        )}
      </main>
    </div>
  );
}
