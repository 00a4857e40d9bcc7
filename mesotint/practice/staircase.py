"""An adaptive staircase: what difference is told, found in few answers, with how sure that is.

The Bayesian procedure of QUEST+ (A. B. Watson, *QUEST+: A general multidimensional Bayesian
adaptive psychometric method*, Journal of Vision 17(3):10, 2017) on a grid of thresholds and
slopes: after each answer the posterior is updated by Bayes' rule, and the next difference is the
one from which the least entropy is to be expected. The psychometric function is a Weibull in the
logarithm of the difference (his eq. 12), with the guess rate that the number of choices sets and a
fixed lapse rate.
"""

from dataclasses import dataclass, field
from typing import Final

import numpy as np

from mesotint.optics.grid import Array, Indices

LAPSE: Final = 0.02
"""Share of answers that are slips of the finger whatever is shown (usual in the literature)."""

THRESHOLDS: Final = 61
SLOPES: Final[Array] = np.array([0.9, 1.2, 1.6, 2.1, 2.8, 3.7, 4.9, 6.5])
USUAL_SLOPE: Final = 2.9
"""Slope about which observers scatter: 3.5 is usual for seeing at all (A. B. Watson and D. G.
Pelli, *QUEST*, Perception & Psychophysics 33, 1983), judging is less steep (our own judgement)."""

_SCATTER: Final = 1.2
"""How far they scatter, in its logarithm. With a third of that the interval held 55 % of observers
whose slope is 1.8."""

_TAIL: Final = 0.028
"""On either side of the spread that is told: less than a twentieth, since the grid is coarse and
what is shown next depends on what was answered."""

TOLD: Final = 0.75
"""Share of answers that are right at the difference that is told as the threshold."""


@dataclass(frozen=True)
class Scale:
    """What differences an exercise can show.

    Attributes
    ----------
    least, most : float
        In L* or chroma.
    choices : int
        How many there are to choose from; guessing hits one of them.
    usual : float
        What is shown where nothing is known of the painter.
    says : str
        What a threshold means, with {} for its figure.
    """

    least: float
    most: float
    choices: int
    usual: float
    says: str


@dataclass(frozen=True)
class Estimate:
    """A threshold, and how sure it is.

    `value` is the difference that is told 75 % of the time; `low` and `high` hold it with 90 %.
    """

    value: float
    low: float
    high: float
    answers: int

    @property
    def within(self) -> float:
        """One standard deviation or so: half of what 68 % lie in, from the 90 % told."""
        return (self.high - self.low) / 2 / 1.645


@dataclass
class Staircase:
    """The posterior over thresholds and slopes of one kind.

    Parameters
    ----------
    scale : Scale
    """

    scale: Scale
    answers: int = 0
    _log_posterior: Array = field(default_factory=lambda: np.zeros(0), repr=False)

    def __post_init__(self) -> None:
        scale = self.scale
        self.levels = np.geomspace(scale.least, scale.most, 41)
        # Wider than what can be shown, so that an end is not taken for a threshold.
        self.thresholds = np.geomspace(scale.least / 2, scale.most * 1.5, THRESHOLDS)
        self._chance = self._right_at(self.levels)
        prior = np.log(self.thresholds) - np.log(np.sqrt(scale.least * scale.most))
        spread = np.exp(-0.5 * (prior / 1.2) ** 2)
        steep = np.exp(-0.5 * (np.log(SLOPES / USUAL_SLOPE) / _SCATTER) ** 2)
        flat = np.log(spread)[:, None] + np.log(steep)[None]
        self._log_posterior = flat - np.log(np.exp(flat).sum())

    def _right_at(self, levels: Array) -> Array:
        """Chance of a right answer, shape (levels, thresholds, slopes)."""
        guess = 1 / self.scale.choices
        told = self.thresholds[None, :, None]
        slope = SLOPES[None, None, :]
        # At the threshold TOLD of what is not guessed and not a slip is right.
        at = (TOLD - guess) / (1 - guess - LAPSE)
        ratio = (levels[:, None, None] / told) ** slope
        return np.asarray(guess + (1 - guess - LAPSE) * (1 - (1 - at) ** ratio))

    @property
    def posterior(self) -> Array:
        """Shape (thresholds, slopes), adding to 1."""
        weights = np.exp(self._log_posterior - self._log_posterior.max())
        return np.asarray(weights / weights.sum())

    def note(self, level: float, right: bool) -> None:
        """Take an answer in.

        Parameters
        ----------
        level : float
            The difference that was shown.
        """
        chance = self._right_at(np.array([level]))[0]
        self._log_posterior = self._log_posterior + np.log(chance if right else 1 - chance)
        self._log_posterior = self._log_posterior - self._log_posterior.max()
        self.answers += 1

    def noted(self, levels: Array, right: Array, ends: Indices) -> list[Estimate]:
        """Take many answers in, and tell what was known after some of them.

        Parameters
        ----------
        levels : array, shape (n,)
        right : array of bool, shape (n,)
        ends : array of int, shape (m,)
            After how many answers, rising, 1 to n.
        """
        chance = self._right_at(np.asarray(levels, dtype=np.float64))
        told = np.log(np.where(np.asarray(right)[:, None, None], chance, 1 - chance))
        begun, first = self._log_posterior, self.answers
        sums = told[:0]
        if len(ends):
            starts = np.concatenate([[0], ends[:-1]]).astype(np.intp)
            sums = np.add.reduceat(told[: ends[-1]], starts)
        found = []
        for end, more in zip(ends.tolist(), sums, strict=True):
            begun = begun + more
            self._log_posterior, self.answers = begun - begun.max(), first + end
            found.append(self.estimate)
        rest = told[ends[-1] if len(ends) else 0 :].sum(axis=0)
        self._log_posterior, self.answers = begun + rest, first + len(told)
        return found

    def next_level(self) -> float:
        """The difference from whose answer most is to be learnt; never below what can be told apart
        from chance on this scale."""
        weights = self.posterior
        hit = np.einsum("lts,ts->l", self._chance, weights)
        expected = np.zeros(len(self.levels))
        for chance, share in ((self._chance, hit), (1 - self._chance, 1 - hit)):
            after = chance * weights[None]
            after = after / np.maximum(after.sum(axis=(1, 2), keepdims=True), 1e-300)
            # The threshold is what is wanted; its slope is no matter of its own.
            of_threshold = after.sum(axis=2)
            entropy = -(of_threshold * np.log(np.maximum(of_threshold, 1e-300))).sum(axis=1)
            expected += share * entropy
        return float(self.levels[int(expected.argmin())])

    @property
    def estimate(self) -> Estimate:
        """The threshold as far as it is known."""
        weights = self.posterior.sum(axis=1)
        logs = np.log(self.thresholds)
        mean = float(np.exp(weights @ logs))
        along = np.cumsum(weights)
        low, high = (float(np.exp(np.interp(at, along, logs))) for at in (_TAIL, 1 - _TAIL))
        return Estimate(mean, low, high, self.answers)

    def says(self) -> str:
        """Such as: You tell two values apart from L* 1.8 on, 75 % of the time, ± 0.4."""
        found = self.estimate
        what = self.scale.says.format(f"{found.value:.1f}")
        return f"{what}, 75 % of the time, ± {found.within:.1f}."
