"""Camera, paints and parts from one photograph of a painted sheet, all at once.

Unknown together are the camera (how its channels answer to the bands of a reflectance, its tone
curve, the light on every box), the paper and the printer's ink, each tube's departures of log K and
log S, and what was really measured into each box (`mesotint.painted.unknowns`). Each has a prior:
the camera from very many made-up ones (`mesotint.pictures.camera`), the tubes from what is not
known of them (`mesotint.paints.stray`), the parts from how a hand errs. The answer is the most
likely state of all of them (Tarantola 2005, *Inverse Problem Theory*, section 3.2); what the
picture leaves open stays as the tubes' doubts.

A box that a hand got wrong must not bend the tubes: errors of parts and of boxes count by Student's
t (Lange, Little and Taylor 1989, J. Am. Stat. Assoc. 84, 881), by weights found anew in each round.
"""

import hashlib
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import product

import numpy as np

from mesotint.colour.lamps import KINDS
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.painted.unknowns import HAND, LIGHT_STRAYS, Problem, Sighting
from mesotint.paints.library import Paint
from mesotint.paints.stray import doubts_left
from mesotint.pictures.camera import SENSORS, TONE_STRAYS, expected


@dataclass(frozen=True)
class JointFit:
    """What a photograph makes most likely.

    Attributes
    ----------
    paints : tuple of Paint
        As learnt, their doubts those that the picture leaves.
    films : array, shape (boxes, 36)
        Reflectance of each box as it was really mixed.
    hand : array, shape (boxes, paints)
        Logarithm of how many times too much of each paint was taken, the smallest such change.
    hand_error : array, shape (boxes, paints)
        Its standard error.
    shares : array, shape (boxes, paints)
        What was told of each paint, in shares.
    misfit : array, shape (boxes,)
        What of each box nothing explains, root mean square in its errors.
    thin : array, shape (boxes,)
        Share of the paper that shows through each box; 0 where none does.
    light, sensor : str
        The kinds of light and of sensor that it was most likely taken with; keys of `lamps.KINDS`
        and of `camera.SENSORS`.
    cost : float
        Of that explanation: half the squares, and half the logarithm of its information.
    """

    paints: tuple[Paint, ...]
    films: Array
    hand: Array
    hand_error: Array
    shares: Array
    misfit: Array
    thin: Array
    light: str
    sensor: str
    cost: float


def tone_and_white(seen: Sighting, paper: Array, white: Paint) -> tuple[Array, Array]:
    """The tone curve of a camera, and how it shows bare paper, from greys and paper alone.

    Parameters
    ----------
    seen : Sighting
        Without boxes.
    paper : array, shape (36,)
        Reflectance of the bare paper.
    white : Paint
        Any paint; none is seen.

    Returns
    -------
    array, shape (3,)
        Bends of the tone curve; see `mesotint.pictures.camera.tone_shapes`.
    array, shape (3,)
        Linear light of the paper, on the mean of the greys.
    """
    best: tuple[float, Problem, Array] | None = None
    for kind, sensor in product(KINDS, SENSORS):
        problem = Problem(seen, (white,), Viewing(), paper, expected(kind, sensor))
        x, _, cost = problem.solve(lambda share: None)
        if best is None or cost < best[0]:
            best = cost, problem, x
    assert best is not None
    _, problem, x = best
    light = float(np.exp(LIGHT_STRAYS * x[problem.at["light"]].mean()))
    shown = problem.answers(x) @ problem.surfaces(x)[1]
    return np.array(TONE_STRAYS) * x[problem.at["tone"]], np.asarray(light * shown)


def joint_fit(
    seen: Sighting,
    paints: Sequence[Paint],
    viewing: Viewing,
    paper: Array,
    light: str = "",
    tell: Callable[[float], None] = lambda share: None,
) -> JointFit:
    """What a photograph of a painted sheet makes most likely.

    Parameters
    ----------
    paints : sequence of Paint
        As they are taken to be, with what is not known of them.
    viewing : Viewing
        Medium and finish; its light plays no part.
    paper : array, shape (36,)
        Reflectance of the bare paper.
    light : str
        The kind of light it was taken under, a key of `lamps.KINDS`; the likeliest of them where
        none is told.
    tell : callable
        Is told the share that is done, 0 to 1; what it raises stops the work.
    """
    ways = list(product([light] if light else KINDS, SENSORS))
    best: tuple[float, str, str, Problem, Array, Array] | None = None
    for number, (kind, sensor) in enumerate(ways):
        problem = Problem(seen, tuple(paints), viewing, paper, expected(kind, sensor))

        def told(share: float, number: int = number) -> None:
            tell((number + share) / len(ways))

        x, jacobian, cost = problem.solve(told)
        if best is None or cost < best[0]:
            best = cost, kind, sensor, problem, x, jacobian
    assert best is not None
    cost, kind, sensor, problem, x, jacobian = best
    covariance = np.linalg.inv(jacobian.T @ jacobian)
    hand, hand_error = np.zeros(seen.parts.shape), np.zeros(seen.parts.shape)
    hand[tuple(problem.held)] = HAND * x[problem.at["hand"]]
    hand_error[tuple(problem.held)] = HAND * np.sqrt(np.diag(covariance)[problem.at["hand"]])
    k, s = problem.optics(x)
    digest = hashlib.sha256(
        b"".join(np.ascontiguousarray(a, np.float64).tobytes() for a in (seen.parts, seen.paint, k))
    ).hexdigest()[:12]
    first = problem.at["tubes"].start
    learnt = tuple(
        replace(
            paint, absorption=k[i], scattering=s[i],
            doubts=doubts_left(jacobian, [first + at for at in problem.of_each[i]], paint.doubts,
                               digest),
        )
        for i, paint in enumerate(problem.paints)
    )  # fmt: skip
    return JointFit(
        paints=learnt,
        films=problem.films(x),
        hand=hand,
        hand_error=hand_error,
        shares=problem.shares,
        misfit=problem.misfit(x),
        thin=problem.thin(x),
        light=kind,
        sensor=sensor,
        cost=cost,
    )
