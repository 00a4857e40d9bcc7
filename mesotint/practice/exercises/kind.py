"""The mould of an exercise: what a kind says of itself, and how it is drawn and judged.

A kind is one module of this package with a constant ``KIND``. It draws once from the dice, and
gives nothing where what comes up cannot be asked; trying again is the same for all.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.paints.library import Paint
from mesotint.paints.table import WHITES
from mesotint.practice.exercise import Exercise, Judged, NotForThisBox
from mesotint.practice.staircase import Scale

TRIES: Final = 400

Stage = Literal["two", "scale", "tubes", "words", "wheel", "memory", "order", "share", "palette"]
"""How an exercise stands on the stage: two halves; a colour against a scale; tubes and patches;
words to choose from; hues of the wheel; a page after a look; patches to be put in order; a share
that is dragged; a pile that is mixed."""


@dataclass(frozen=True)
class Draw:
    """What an exercise is drawn from.

    Attributes
    ----------
    rng : numpy.random.Generator
        The dice, which go on from one try to the next.
    box : sequence of Paint
        The coloured tubes, in an order that does not depend on the box's.
    level : float
        How much is to be told, where a threshold is sought.
    seed : int
        What the dice came of.
    first : bool
        Whether nothing has been tried yet.
    """

    rng: np.random.Generator
    box: Sequence[Paint]
    level: float
    seed: int
    first: bool


def chosen(exercise: Exercise, answer: object) -> Judged:
    """What a choice comes to.

    Parameters
    ----------
    answer : object
        The id of a choice.

    Raises
    ------
    InputError
        For an answer that is none of the choices.
    """
    taken = next((each for each in exercise.choices if each.id == answer), None)
    if taken is None:
        raise InputError("That is none of the choices; choose one of them.", "answer")
    right = next(each for each in exercise.choices if each.id == exercise.answer)
    off = 0.0
    if taken.lab is not None and right.lab is not None:
        off = float(delta_e_2000(taken.lab, right.lab))
    if taken is right:
        return Judged(True, 1.0, off, exercise.why)
    return Judged(False, 0.0, off, f"It was {right.says}. {exercise.why}")


def figure(value: object, least: float, most: float) -> float:
    """A number that was answered.

    Raises
    ------
    InputError
        For what is none, or beyond.
    """
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise InputError("Give a number for an answer.", "answer")
    if not least <= value <= most:
        raise InputError(f"Give a number from {least:g} to {most:g}.", "answer")
    return float(value)


def any_paint(paint: Paint) -> bool:
    """Whether an exercise that takes any paint can be drawn of one."""
    return True


@dataclass(frozen=True)
class ExerciseKind:
    """What a kind of exercise says of itself.

    Attributes
    ----------
    key : str
        In answers, sets and on the command line.
    title : str
        In the list of exercises.
    stage : str
        How it stands on the stage.
    draw : callable
        Gives an exercise, or nothing where what came up cannot be asked.
    rank : int
        Where it stands among the kinds, the lowest first.
    good_for : str
        Why it is practised (common practice, no published source).
    judge : callable
        What an answer to it comes to.
    answer : str
        What is answered: a ``choice``, a ``share``, an ``order``, or a colour (``lab``).
    scale : Scale, optional
        Where a threshold is sought, what differences it can show.
    fewest : int
        Coloured tubes that it takes.
    takes : str
        What takes them: "Guessing a mixture".
    tubes : str
        What they are called.
    fits : callable
        Which coloured tubes it can be drawn of.
    lacking : str
        What is said where a box has the tubes, and nothing comes of them.
    tries : int
    by_heart : bool
        Whether it is learnt by heart, tube by tube.
    on_palette : bool
        Whether it is answered by a pile that is mixed, and not handed out in sets.
    confuses : bool
        Whether it is noted what was said for what.
    """

    key: str
    title: str
    stage: Stage
    draw: Callable[[Draw], Exercise | None]
    rank: int
    good_for: str
    judge: Callable[[Exercise, object], Judged] = chosen
    answer: Literal["choice", "share", "order", "lab"] = "choice"
    scale: Scale | None = None
    fewest: int = 0
    takes: str = ""
    tubes: str = "coloured tubes"
    fits: Callable[[Paint], bool] = any_paint
    lacking: str = "Nothing that a screen can show came up; try another seed."
    tries: int = TRIES
    by_heart: bool = False
    on_palette: bool = False
    confuses: bool = False

    def box(self, paints: Sequence[Paint]) -> list[Paint]:
        """The tubes of a box that it can be drawn of, in an order that is not the box's.

        Raises
        ------
        NotForThisBox
            Where they are too few.
        """
        once = {paint.key: paint for paint in paints if paint.key not in WHITES}
        fit = [once[key] for key in sorted(once) if self.fits(once[key])]
        if len(fit) < self.fewest:
            raise NotForThisBox(
                f"{self.takes} takes {self.fewest} {self.tubes}; put more on the desk.", "box"
            )
        return fit
