import { useState } from "react";
import type { AnswerJudged, ExerciseOut, PracticeSession } from "../api/schema";
import { GoOn } from "../mixtures/sheets/GoOn";
import { Button } from "../ui/Button";
import { useKeys } from "../ui/keys";
import { Note } from "../ui/Note";
import { ByShare } from "./ByShare";
import { FromMemory } from "./FromMemory";
import { InOrder } from "./InOrder";
import { MatchMud } from "./MatchMud";
import { Patches, Two } from "./Patches";
import type { Answered, AskProps } from "./props";
import { usePractice } from "./queries";
import { Words } from "./Words";

/** One exercise on the stage, and on the slip what it asks, what it came to, and why. */
export function ExerciseStage({
  session,
  onSession,
}: {
  session: PracticeSession;
  onSession: (session: PracticeSession) => void;
}) {
  const { answer, stop } = usePractice(onSession);
  const [judged, setJudged] = useState<AnswerJudged | null>(null);
  const exercise = session.exercise as ExerciseOut;
  const next = () => {
    if (!judged) return;
    setJudged(null);
    answer.reset();
    onSession(judged.session);
  };
  const send = (told: Answered) => {
    if (!judged && !answer.isPending) answer.mutate({ session, ...told }, { onSuccess: setJudged });
  };
  useKeys([{ key: "Enter", says: "The next exercise", act: next }]);
  const props = { exercise, judged, onAnswer: send };
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_20rem]">
      <section
        aria-label="The exercise"
        key={exercise.token}
        className="flex min-h-96 min-w-0 flex-1 flex-col p-4"
      >
        <Ask {...props} />
      </section>
      <aside
        aria-label="The slip"
        className="flex min-h-0 flex-col gap-3 overflow-y-auto bg-paper px-4 py-3 text-ink"
      >
        <h1 className="font-bold text-xl leading-snug">{exercise.asks}</h1>
        {session.notes.map((note) => (
          <p key={note} className="text-sm leading-snug">
            {note}
          </p>
        ))}
        {answer.error && <Note>{answer.error.message}</Note>}
        <div role="status" className="leading-snug">
          {judged && (
            <>
              <p className="font-bold text-lg">{judged.right ? "Right." : "Not this time."}</p>
              <p>{judged.says}</p>
            </>
          )}
        </div>
        {judged && (
          <div className="flex flex-col gap-2">
            <Button look="solid" onClick={next}>
              {judged.session.done ? "To the end" : "Next"}
            </Button>
            {judged.mixture && (
              <div className="grid grid-cols-2">
                <GoOn
                  says="Show me"
                  mixture={judged.mixture.parts}
                  name=""
                  origin={null}
                  medium="opaque"
                />
              </div>
            )}
          </div>
        )}
        <Button
          look="paper"
          className="mt-auto"
          disabled={stop.isPending}
          onClick={() => stop.mutate(session.id, { onSuccess: onSession })}
        >
          Stop here
        </Button>
      </aside>
    </div>
  );
}

function Ask(props: AskProps) {
  switch (props.exercise.stage) {
    case "two":
      return <Two {...props} />;
    case "scale":
    case "tubes":
      return <Patches {...props} />;
    case "memory":
      return <FromMemory {...props} />;
    case "order":
      return <InOrder {...props} />;
    case "share":
      return <ByShare {...props} />;
    case "palette":
      return <MatchMud {...props} />;
    case "words":
    case "wheel":
      return <Words {...props} />;
  }
}
