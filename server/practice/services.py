"""Sessions begun, gone on with, answered and ended."""

import uuid
from collections.abc import Sequence
from typing import Any, Final

import numpy as np
from django.db import transaction
from django.shortcuts import get_object_or_404

from mesotint.errors import InputError
from mesotint.paints.library import library
from mesotint.practice.cards import reviewed
from mesotint.practice.exercise import MOST_SEED, Exercise
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import SCALES, judge, left_for, make
from mesotint.practice.session import A_MINUTE, SURROUND, planned
from mesotint.practice.sets import Drawn, ExerciseSet
from mesotint.practice.staircase import Staircase
from server.kept import clock
from server.kept.looks import plain_swatches
from server.kept.services import Conflict
from server.mixtures.requests import TubeMixture
from server.mixtures.services import in_tubes
from server.mixtures.targets import Target
from server.painters.models import Painter
from server.piles.ledger import Ledger
from server.piles.models import Pile
from server.piles.requests import PileIn
from server.piles.services import new_pile
from server.practice.answers import (
    AnswerJudged,
    ExerciseChoice,
    ExerciseOut,
    ExerciseShown,
    PracticeSession,
)
from server.practice.models import Answer, Card, Session
from server.practice.requests import PracticeAnswer, PracticeBegin, PracticeSet
from server.tubes.services import PaintBox

REMEMBERED: Final = 200
"""Answers of a kind by which its threshold is known: who gets better is soon asked harder."""


def staircase_of(painter: Painter, kind: str) -> Staircase:
    """What is known of a painter's threshold."""
    stair = Staircase(SCALES[kind])
    rows = Answer.objects.filter(session__painter=painter, kind=kind).order_by("-id")
    if told := list(rows.values_list("level", "right")[:REMEMBERED]):
        levels, right = zip(*told, strict=True)
        stair.noted(np.array(levels), np.array(right), np.array([], dtype=np.intp))
    return stair


@transaction.atomic
def begin(painter: Painter, asked: PracticeBegin) -> Session:
    """Begin a session, once; one that was not ended is left as it is."""
    there = Session.objects.filter(painter=painter, token=asked.token).first()
    if there is not None:
        return there
    box = PaintBox(painter)
    kinds, lacking = left_for(box.paints)
    wanted = [kind for kind in kinds if not asked.kinds or kind in asked.kinds]
    if not wanted:
        raise InputError(next(iter(lacking.values())), "kinds")
    due = Card.objects.filter(painter=painter, due__lte=clock.now()).order_by("due")
    told = [f"{kind}:{key}" for kind, key in due.values_list("kind", "pk") if kind in wanted]
    rng = np.random.default_rng()
    session = Session.objects.create(
        painter=painter,
        minutes=asked.minutes,
        plan=planned(asked.minutes, wanted, told, _weak(painter), int(rng.integers(MOST_SEED))),
        surround=SURROUND,
        token=asked.token,
    )
    _set_next(session, box)
    return session


@transaction.atomic
def begin_set(painter: Painter, of: ExerciseSet, notes: Sequence[str]) -> Session:
    """Begin the exercises of a set, in its own order."""
    session = Session.objects.create(
        painter=painter,
        minutes=max(1, len(of.exercises) // A_MINUTE),
        plan=[each.kind for each in of.exercises],
        of_set={
            "name": of.name,
            "paints": list(of.paints),
            "seeds": [each.seed for each in of.exercises],
            "notes": list(notes),
        },
        surround=SURROUND,
    )
    _set_next(session, PaintBox(painter))
    return session


def _weak(painter: Painter) -> dict[str, float]:
    """Share of the last answers of each kind that were wrong."""
    told: dict[str, list[bool]] = {}
    rows = Answer.objects.filter(session__painter=painter).order_by("-id")
    for kind, right in rows.values_list("kind", "right")[:REMEMBERED]:
        told.setdefault(kind, []).append(right)
    return {kind: 1 - sum(each) / len(each) for kind, each in told.items()}


def _set_next(session: Session, box: PaintBox) -> None:
    """Lay the next exercise of the plan out; what the desk has lost the tubes for is left out."""
    session.current = None
    while session.place < len(session.plan):
        current = _laid_out(session, box)
        if current is not None:
            session.current = current
            break
        session.place += 1
    session.done = session.current is None
    session.save()


def _laid_out(session: Session, box: PaintBox) -> dict[str, Any] | None:
    """What is kept of the next exercise; none where it cannot be made."""
    kind, _, key = str(session.plan[session.place]).partition(":")
    current: dict[str, Any] = {
        "kind": kind,
        "level": None,
        "tubes": None,
        "token": uuid.uuid4().hex,
    }
    card = Card.objects.filter(pk=key, painter=session.painter).first() if key else None
    if session.of_set is not None:
        current["seed"] = session.of_set["seeds"][session.place]
    else:
        current["seed"] = card.seed if card else int(np.random.default_rng().integers(MOST_SEED))
        current["tubes"] = [box.tube_of[paint.key] for paint in box.paints]
        if kind in SCALES:
            current["level"] = staircase_of(session.painter, kind).next_level()
    try:
        made = _made(session, current, box)
    except InputError:
        return None
    if card is not None and made.topic != card.topic:
        # It was of tubes that are not on the desk any more.
        card.delete()
    if KINDS[kind].on_palette:
        colour = " ".join(f"{value:.3f}" for value in made.shown[0].lab.tolist())
        asked = PileIn(name="Match the mud", target=Target(name="a random mud", colour=colour))
        current["pile"] = new_pile(session.painter, asked).pk
    return current


def _made(session: Session, current: dict[str, Any], box: PaintBox) -> Exercise:
    """An exercise from what is kept of it, over the tubes it was laid out with or a set's."""
    if session.of_set is not None:
        paints = [library().paint(key) for key in session.of_set["paints"]]
    else:
        paints = [box.paint(tube) for tube in current["tubes"] if tube in box.tubes]
    return make(current["kind"], current["seed"], paints, current["level"])


def exercise_of(session: Session) -> tuple[Exercise, PaintBox] | None:
    """The exercise on the stage, and the tubes it is of, wherever they lie by now."""
    current = session.current
    if current is None:
        return None
    box = PaintBox(session.painter, set(current["tubes"] or ()))
    return _made(session, current, box), box


def session_out(session: Session) -> PracticeSession:
    """A session as the API tells it; an exercise without its answer."""
    made = exercise_of(session)
    of_set = session.of_set or {}
    return PracticeSession(
        id=session.pk,
        minutes=session.minutes,
        number=min(session.place + 1, len(session.plan)),
        of=len(session.plan),
        done=session.done,
        name=of_set.get("name", ""),
        right=session.answers.filter(right=True).count(),
        notes=of_set.get("notes", []),
        exercise=None if made is None else _exercise_out(session, made[0]),
    )


def _exercise_out(session: Session, made: Exercise) -> ExerciseOut:
    assert session.current is not None
    # Without figures, which would be a hint.
    shown = np.array([each.lab for each in made.shown])
    return ExerciseOut(
        token=session.current["token"],
        kind=made.kind,
        stage=KINDS[made.kind].stage,
        asks=made.asks,
        shown=[ExerciseShown(id=each.id, says=each.says, swatch=swatch)
               for each, swatch in zip(made.shown, plain_swatches(shown), strict=True)],
        choices=[
            ExerciseChoice(
                id=each.id, says=each.says,
                swatch=None if each.lab is None else plain_swatches(each.lab[None])[0],
            )
            for each in made.choices
        ],
        pile=session.current.get("pile"),
    )  # fmt: skip


@transaction.atomic
def answer(painter: Painter, key: int, asked: PracticeAnswer) -> AnswerJudged:
    """Judge an answer, note it, and lay the next exercise out.

    Raises
    ------
    Conflict
        Where another exercise is on the stage: it was answered in another window.
    """
    session = get_object_or_404(Session.objects.select_for_update(), pk=key, painter=painter)
    current = session.current
    if current is None or current["token"] != asked.token:
        raise Conflict("This exercise was answered already; here is the next one.")
    found = exercise_of(session)
    assert found is not None
    made, box = found
    figures, kind = None, KINDS[made.kind]
    if kind.on_palette:
        told, figures = _matched(painter, current)
        judged = judge(made, told)
    else:
        judged = judge(made, asked.order or (asked.choice if asked.share is None else asked.share))
    Answer.objects.create(
        session=session,
        kind=made.kind,
        seed=made.seed,
        level=made.level,
        right=judged.right,
        score=judged.score,
        off=judged.off,
        said=(asked.choice or "")[:40] if kind.confuses else "",
        wanted=str(made.answer)[:40] if kind.confuses else "",
        figures=figures,
    )
    if kind.by_heart and session.of_set is None:
        _review(painter, made, judged.right, judged.score)
    session.place += 1
    _set_next(session, PaintBox(painter))
    return AnswerJudged(
        right=judged.right,
        score=judged.score,
        off=judged.off,
        says=judged.says,
        answer=made.answer if isinstance(made.answer, str) else None,
        share=made.answer if isinstance(made.answer, float) and not kind.on_palette else None,
        order=list(made.answer) if isinstance(made.answer, tuple) else [],
        mixture=_mixture(box, made),
        session=session_out(session),
    )


def _matched(painter: Painter, current: dict[str, Any]) -> tuple[list[float], dict[str, Any]]:
    """The colour of the pile of a match, and how it came about."""
    pile = get_object_or_404(Pile, pk=current.get("pile"), painter=painter)
    lab = Ledger(painter, {pile.pk}).pile(pile.pk).corrected_lab
    if lab is None:
        raise InputError("Nothing is mixed yet; add paint first.", "pile")
    added = pile.events.filter(kind="add")
    return lab.tolist(), {
        "additions": added.count(),
        "volume_ml": round(sum(ml or 0.0 for ml in added.values_list("volume_ml", flat=True)), 3),
        "pile": pile.pk,
    }


def _review(painter: Painter, made: Exercise, right: bool, score: float) -> None:
    card = Card.objects.filter(painter=painter, topic=made.topic).first()
    after = reviewed(card.card if card else None, right, score, clock.now())
    Card.objects.update_or_create(
        painter=painter,
        topic=made.topic,
        defaults={"kind": made.kind, "seed": made.seed, "card": after.card, "due": after.due},
    )


def _mixture(box: PaintBox, made: Exercise) -> TubeMixture | None:
    """What an exercise was about, in tubes; none where it is of the eye, or of another's tubes."""
    if not made.parts:
        return None
    parts = in_tubes(box, made.paints, made.parts)
    return None if parts is None else TubeMixture(parts=parts, name="")


def stop(painter: Painter, key: int) -> Session:
    """End a session where it stands; what was answered stays."""
    session = get_object_or_404(Session, pk=key, painter=painter)
    session.done, session.current = True, None
    session.save()
    return session


def new_set(painter: Painter, asked: PracticeSet) -> ExerciseSet:
    """A set of exercises over the library's paints of the tubes on the desk.

    Raises
    ------
    InputError
        Where the desk is not enough for one of the kinds.
    """
    known = library().paints
    keys = dict.fromkeys(paint.pigment for paint in PaintBox(painter).paints)
    paints = [known[key] for key in keys if key in known]
    there, lacking = left_for(paints)
    for kind in asked.kinds:
        if kind not in there:
            raise InputError(lacking[kind], "kinds")
    rng = np.random.default_rng()
    exercises = [
        Drawn(asked.kinds[turn % len(asked.kinds)], int(rng.integers(MOST_SEED)))
        for turn in range(asked.count)
    ]
    return ExerciseSet(asked.name.strip() or "Practice", tuple(p.key for p in paints),
                       exercises)  # fmt: skip
