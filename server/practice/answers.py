"""What goes out of practice; never the answer of an exercise before it is judged."""

from datetime import datetime

from pydantic import BaseModel

from mesotint.practice.exercises.kind import Stage
from server.kept.looks import Swatch
from server.mixtures.requests import TubeMixture


class ExerciseShown(BaseModel):
    """A colour on the stage, and what it is called."""

    id: str
    says: str
    swatch: Swatch


class ExerciseChoice(BaseModel):
    """Something to choose; a patch, where it has a swatch."""

    id: str
    says: str
    swatch: Swatch | None


class ExerciseOut(BaseModel):
    """The exercise, and how it stands on the stage. `pile` is where a match is mixed."""

    token: str
    kind: str
    stage: Stage
    asks: str
    shown: list[ExerciseShown]
    choices: list[ExerciseChoice]
    pile: int | None


class PracticeSession(BaseModel):
    """A session and how far it has come: `number` of `of`; no exercise once it is done."""

    id: int
    minutes: int
    number: int
    of: int
    done: bool
    name: str
    right: int
    notes: list[str]
    exercise: ExerciseOut | None


class AnswerJudged(BaseModel):
    """What an answer came to, why, and what to go on with; then the session as it is now.

    `answer` is the id of the right choice, or a share; `order` the right order. `mixture` is what
    was asked about, in tubes, to be shown on another stage.
    """

    right: bool
    score: float
    off: float
    says: str
    answer: str | None
    share: float | None
    order: list[str]
    mixture: TubeMixture | None
    session: PracticeSession


class ThresholdPoint(BaseModel):
    """A threshold as it was known at the end of a day."""

    day: datetime
    value: float
    low: float
    high: float


class ThresholdOut(BaseModel):
    """What difference of a kind is told, over time, and in words."""

    kind: str
    says: str
    answers: int
    points: list[ThresholdPoint]


class ConfusedOut(BaseModel):
    """How often a lean was named as another."""

    wanted: str
    said: str
    count: int


class PracticeMatch(BaseModel):
    """One match: additions, how many times the pile grew, and how near it came."""

    at: datetime
    additions: int
    volume_ml: float
    delta_e: float


class PractisedOut(BaseModel):
    """How a kind goes: answers, and the share of the right ones of the last twenty."""

    kind: str
    answers: int
    right: float


class PracticeRecord(BaseModel):
    """All that practice has shown, and what to do next."""

    answers: int
    days: int
    thresholds: list[ThresholdOut]
    confused: list[ConfusedOut]
    matches: list[PracticeMatch]
    kinds: list[PractisedOut]
    says: list[str]


class PracticeOut(BaseModel):
    """What can be practised: the kinds that the desk is enough for, what the others lack, how much
    by heart is due, and the session that was not ended."""

    kinds: list[str]
    lacking: dict[str, str]
    due: int
    session: PracticeSession | None


class ResultRow(BaseModel):
    """One pupil's results of a set."""

    pupil: str
    name: str
    answers: int
    right: int
    score: float
    by_kind: dict[str, float]
