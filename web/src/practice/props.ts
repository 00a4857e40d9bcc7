import type { AnswerJudged, Exercise, PracticeAnswer } from "../api/client";

export type Answered = Partial<PracticeAnswer>;

export interface AskProps {
  exercise: Exercise;
  /** What it came to, once it is judged; nothing more can be answered then. */
  judged: AnswerJudged | null;
  onAnswer: (answer: Answered) => void;
}
