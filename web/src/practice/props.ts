import type { AnswerJudged, ExerciseOut, PracticeAnswer } from "../api/schema";

export type Answered = Partial<PracticeAnswer>;

export interface AskProps {
  exercise: ExerciseOut;
  /** What it came to, once it is judged; nothing more can be answered then. */
  judged: AnswerJudged | null;
  onAnswer: (answer: Answered) => void;
}
