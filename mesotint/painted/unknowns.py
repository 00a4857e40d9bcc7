"""Everything that a photograph of a painted sheet leaves unknown, and what a picture of it is then.

One row of unknowns is one state of all that lies between tubes and picture: camera, tone, paper,
ink, flare of the lens, greys, the light on every box, the tubes, and the hand. What such a state
would show is held against what was seen, each unknown against its prior; `joint_fit` seeks the most
likely one.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np
from scipy.optimize import least_squares

from mesotint.colour.srgb import encoded, encoding_slope
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import film_slopes
from mesotint.optics.grid import BANDS, WAVELENGTHS_NM, Array
from mesotint.paints.library import Paint
from mesotint.paints.stray import bent
from mesotint.pictures.camera import TONE_STRAYS, Expected, tone_shapes

HAND: Final = 0.05
"""How far a hand is off by, one standard deviation of the logarithm of an amount."""

BOX_ERROR: Final = 0.004
"""Standard error of a box's colour in sRGB beside its grain: what no model of a camera holds."""

PAPER_ERROR: Final = 0.003
PAPER_STRAYS: Final = (0.02, 0.012, 0.008)
"""How far a paper strays from the one that is told: log reflectance, for each cosine over the
wavelengths, the constant first."""

INK: Final = 0.037
INK_STRAYS: Final = 0.45
"""Reflectance of printed black, and how far it strays in its logarithm: printers reach 1.5 to 9 %
(from memory), so that two standard deviations hold them all."""

GREY_STRAYS: Final = 0.15
"""How far a printed grey strays from the mixture of ink and paper that was meant, in log
reflectance: no two printers agree."""

SOLID_STRAYS: Final = 0.03
"""The same of a solid black beside the others of its sheet."""

FLARE_STRAYS: Final = 0.004
"""Share of the paper's light that a lens may scatter over the picture (our own judgement)."""

_PAPER_MEANT: Final = 0.85
_INK_MEANT: Final = 0.05
"""Reflectances that a printed grey is meant for; what is printed is a share of ink on them."""

LIGHT_STRAYS: Final = 0.7
"""How far exposure and fall-off may move the light on a box, in log."""

FREEDOM: Final = 4.0
"""Degrees of freedom of Student's t: with few, one box far off weighs next to nothing."""

_THROUGH: Final = (0.0, 0.06, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.65)
_UNLIKELY_HAND: Final = 14.0
_UNEXPLAINED: Final = 6.0
"""Standard deviations of a hand, and errors of a box, from which paper showing through is thought
of."""

_HAND_SHOWS: Final = 0.015
"""How far a hand's usual errors move a box, in sRGB."""

_ROUNDS: Final = 4
_EVALUATIONS: Final = 25
_SHOWN: Final = (0.012, 0.988)
"""Between these a channel tells; outside it is cut off, and only says that it is beyond."""


def inked(reflectance: float) -> float:
    """Share of ink by which a printed grey is to have a reflectance: that of the ink and of the
    paper between, by area (A. Murray, *Monochrome reproduction in photoengraving*, J. Franklin
    Inst. 221, 1936; from memory).

    Parameters
    ----------
    reflectance : float
        0 to 1.
    """
    share = (_PAPER_MEANT - reflectance) / (_PAPER_MEANT - _INK_MEANT)
    return float(np.clip(share, 0, 1))


@dataclass(frozen=True)
class Sighting:
    """What a photograph shows of some boxes of one sheet.

    Attributes
    ----------
    parts : array, shape (boxes, paints)
        Parts by volume as they were told.
    paint, paper : array, shape (boxes, 3)
        sRGB, 0 to 1, of each box's paint and of the bare paper there.
    error : array, shape (boxes,)
        Standard error of `paint`.
    greys, by_greys : array, shape (greys, 3)
        sRGB of the printed greys, and of the paper beside them.
    inked : array, shape (greys,)
        Share of each that is covered with ink, 1 for a solid black; see `inked`.
    """

    parts: Array
    paint: Array
    paper: Array
    error: Array
    greys: Array
    by_greys: Array
    inked: Array


@dataclass(frozen=True)
class Problem:
    """One fit: everything that does not change while it runs.

    The unknowns stand in one row: camera, tone, paper, ink, flare of the lens, greys, light on each
    box (and grey), the tubes' departures, and the hand's errors.
    """

    seen: Sighting
    paints: tuple[Paint, ...]
    viewing: Viewing
    paper: Array
    camera: Expected

    @cached_property
    def unknowns(self) -> tuple[str, ...]:
        return tuple(dict.fromkeys(name for p in self.paints for name in p.doubts.names))

    @cached_property
    def of_each(self) -> list[list[int]]:
        place = {name: i for i, name in enumerate(self.unknowns)}
        return [[place[name] for name in paint.doubts.names] for paint in self.paints]

    @cached_property
    def held(self) -> Array:
        """Boxes and paints, shape (2, n), whose amounts a hand may have got wrong."""
        several = (self.seen.parts > 0) & ((self.seen.parts > 0).sum(axis=1) > 1)[:, None]
        return np.array(np.nonzero(several))

    @cached_property
    def at(self) -> dict[str, slice]:
        """Where each kind of unknown stands."""
        boxes, greys = len(self.seen.paint), len(self.seen.greys)
        sizes = {
            "camera": len(self.camera.moves), "tone": len(TONE_STRAYS),
            "paper": len(PAPER_STRAYS), "ink": 1, "flare": 1,
            "greys": greys, "light": boxes + greys,
            "tubes": len(self.unknowns), "hand": self.held.shape[1],
        }  # fmt: skip
        places, first = {}, 0
        for name, size in sizes.items():
            places[name] = slice(first, first + size)
            first += size
        return places

    @property
    def count(self) -> int:
        return int(self.at["hand"].stop)

    @cached_property
    def paper_shapes(self) -> Array:
        along = (WAVELENGTHS_NM - WAVELENGTHS_NM[0]) / np.ptp(WAVELENGTHS_NM)
        shapes = np.cos(np.pi * np.arange(len(PAPER_STRAYS))[:, None] * along)
        return np.asarray(shapes * np.array(PAPER_STRAYS)[:, None])

    @cached_property
    def shares(self) -> Array:
        return np.asarray(self.seen.parts / self.seen.parts.sum(axis=1, keepdims=True))

    def optics(self, x: Array) -> tuple[Array, Array]:
        """K and S of each tube as the unknowns would have it, shape (paints, 36) each.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        tubes = x[self.at["tubes"]]
        pairs = [
            bent(paint.absorption, paint.scattering, paint.doubts, tubes[at])
            for paint, at in zip(self.paints, self.of_each, strict=True)
        ]
        return np.array([pair[0] for pair in pairs]), np.array([pair[1] for pair in pairs])

    def really(self, x: Array) -> Array:
        """Shares of each paint that were really taken, shape (boxes, paints).

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        taken = self.shares.copy()
        taken[tuple(self.held)] *= np.exp(HAND * x[self.at["hand"]])
        return np.asarray(taken / taken.sum(axis=1, keepdims=True))

    def films(self, x: Array) -> Array:
        """Reflectance of the boxes alone, shape (boxes, 36).

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        k, s = self.optics(x)
        shares = self.really(x)
        return self.viewing.film_of(shares @ k, shares @ s)

    def surfaces(self, x: Array) -> tuple[Array, Array]:
        """Reflectance of the boxes and of the greys, and of paper, as a lens lets them be seen,
        shape (n, 36) and (36,).

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        paper, flare = self.bare(x), self.flare(x)
        return np.concatenate([self.films(x), self.greys(x)]) + flare * paper, (1 + flare) * paper

    def bare(self, x: Array) -> Array:
        """Reflectance of the bare paper.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        return np.asarray(self.paper * np.exp(x[self.at["paper"]] @ self.paper_shapes))

    def flare(self, x: Array) -> float:
        """Share of the paper's light that the lens scatters.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        return FLARE_STRAYS * float(x[self.at["flare"]][0])

    def ink(self, x: Array) -> float:
        """Reflectance of printed black.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        return INK * float(np.exp(INK_STRAYS * x[self.at["ink"]][0]))

    @cached_property
    def grey_strays(self) -> Array:
        return np.where(self.seen.inked >= 1, SOLID_STRAYS, GREY_STRAYS)

    def greys(self, x: Array) -> Array:
        """Reflectance of the printed greys: of ink, and of the paper between, by their shares.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        share = self.seen.inked[:, None]
        between = (1 - share) * self.bare(x) + share * self.ink(x)
        return np.asarray(between * np.exp(self.grey_strays * x[self.at["greys"]])[:, None])

    def answers(self, x: Array) -> Array:
        """What the camera's channels answer to light, shape (3, 36).

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        return self.camera.mean + np.tensordot(x[self.at["camera"]], self.camera.moves, 1)

    def shown(self, linear: Array, tone: Array) -> tuple[Array, Array]:
        """What a picture shows of linear light, and its slope.

        Parameters
        ----------
        linear : array, shape (n, 3)
            Light, 1 being as much as is shown.
        tone : array, shape (tones,)
            The unknowns of the tone curve.
        """
        plain = encoded(linear)
        shapes, slopes = tone_shapes(plain)
        bends = np.array(TONE_STRAYS) * tone
        told = plain + np.tensordot(bends, shapes, 1)
        return told, (1 + np.tensordot(bends, slopes, 1)) * encoding_slope(linear)

    @cached_property
    def observed(self) -> tuple[Array, Array]:
        """What was seen of boxes and greys, and of the paper beside each, with their errors."""
        surface = np.concatenate([self.seen.paint, self.seen.greys])
        paper = np.concatenate([self.seen.paper, self.seen.by_greys])
        return surface, paper

    @cached_property
    def errors(self) -> tuple[Array, Array]:
        greys = np.full(len(self.seen.greys), BOX_ERROR)
        of_paint = np.concatenate([np.hypot(self.seen.error, BOX_ERROR), greys])
        return of_paint, np.full(len(of_paint), PAPER_ERROR)

    def residuals(self, x: Array, weights: tuple[Array, Array]) -> Array:
        """What is left unexplained, in its errors, and how far the unknowns stray.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        weights : (array, array)
            How much each box counts, and each error of a hand.
        """
        return self._both(x, weights, slopes=False)[0]

    def slopes(self, x: Array, weights: tuple[Array, Array]) -> Array:
        """How each residual changes by each unknown, shape (residuals, count).

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        weights : (array, array)
            How much each box counts, and each error of a hand.
        """
        return self._both(x, weights, slopes=True)[1]

    def _both(self, x: Array, weights: tuple[Array, Array], slopes: bool) -> tuple[Array, Array]:
        """Residuals in their errors, and their slopes by every unknown where they are wanted."""
        surfaces, paper = self.surfaces(x)
        answers, tone = self.answers(x), x[self.at["tone"]]
        gain = np.exp(LIGHT_STRAYS * x[self.at["light"]])[:, None]
        of_surface, of_paper = gain * (surfaces @ answers.T), gain * (paper @ answers.T)
        seen_surface, seen_paper = self.observed
        error_surface, error_paper = self.errors
        by_box = np.concatenate([weights[0], np.ones(len(self.seen.greys))])
        rows, jacobian = [], []
        moves = self._surface_moves(x) if slopes else None
        for linear, seen, scale, own in (
            (of_surface, seen_surface, np.sqrt(by_box) / error_surface, True),
            (of_paper, seen_paper, 1 / error_paper, False),
        ):
            told, slope = self.shown(linear, tone)
            off = (told - seen) * scale[:, None]
            # Of what was cut off it is known that it lies beyond, and no more.
            beyond = ((seen < _SHOWN[0]) & (told < seen)) | ((seen > _SHOWN[1]) & (told > seen))
            off = np.where(beyond, 0.0, off)
            rows.append(off.ravel())
            if moves is None:
                continue
            reach = np.where(beyond, 0.0, slope * scale[:, None])
            block = np.zeros((*linear.shape, self.count))
            spectra = surfaces if own else np.broadcast_to(paper, surfaces.shape)
            block[..., self.at["camera"]] = gain[..., None] * np.einsum(
                "mcb,nb->ncm", self.camera.moves, spectra
            )
            places = np.arange(len(linear))
            block[places, :, self.at["light"].start + places] = LIGHT_STRAYS * linear
            if own:
                block += gain[..., None] * np.einsum("cb,nbm->ncm", answers, moves)
            else:
                bent_paper = answers @ (paper * self.paper_shapes).T
                block[..., self.at["paper"]] = gain[..., None] * bent_paper
                scattered = FLARE_STRAYS * (answers @ self.bare(x))[:, None]
                block[..., self.at["flare"]] = gain[..., None] * scattered
            block *= reach[..., None]
            shapes, _ = tone_shapes(encoded(linear))
            bends = np.moveaxis(shapes * np.array(TONE_STRAYS)[:, None, None], 0, -1)
            block[..., self.at["tone"]] = np.where(
                beyond[..., None], 0.0, bends * scale[:, None, None]
            )
            jacobian.append(block.reshape(-1, self.count))
        prior = np.ones(self.count)
        prior[self.at["hand"]] = np.sqrt(weights[1])
        rows.append(x * prior)
        if moves is None:
            return np.concatenate(rows), np.zeros((0, 0))
        jacobian.append(np.diag(prior))
        return np.concatenate(rows), np.concatenate(jacobian)

    def _surface_moves(self, x: Array) -> Array:
        """How the reflectance of boxes and greys changes by every unknown, shape (n, 36, count)."""
        boxes, greys = len(self.seen.paint), len(self.seen.greys)
        moves = np.zeros((boxes + greys, BANDS, self.count))
        k, s = self.optics(x)
        shares = self.really(x)
        whole = shares @ k, shares @ s
        by_k, by_s = film_slopes(self.viewing.film_of, *whole)
        for i, (paint, at) in enumerate(zip(self.paints, self.of_each, strict=True)):
            brings = shares[:, i, None] * k[i] / whole[0], shares[:, i, None] * s[i] / whole[1]
            of_tube = np.einsum("nb,mb->nbm", by_k * brings[0], paint.doubts.moves[:, 0])
            of_tube += np.einsum("nb,mb->nbm", by_s * brings[1], paint.doubts.moves[:, 1])
            columns = [self.at["tubes"].start + place for place in at]
            moves[:boxes, :, columns] += of_tube
            mine = np.flatnonzero(self.held[1] == i)
            box = self.held[0, mine]
            less = shares[box, i, None]
            by_hand = by_k[box] * (brings[0][box] - less) + by_s[box] * (brings[1][box] - less)
            moves[box, :, self.at["hand"].start + mine] += HAND * by_hand
        printed, bare = self.greys(x), self.bare(x)
        places, share = np.arange(greys), self.seen.inked[:, None]
        strays = np.exp(self.grey_strays * x[self.at["greys"]])[:, None]
        column = self.at["greys"].start + places
        moves[boxes + places, :, column] = self.grey_strays[:, None] * printed
        moves[boxes:, :, self.at["ink"].start] = strays * share * self.ink(x) * INK_STRAYS
        of_paper = (strays * (1 - share))[..., None] * (bare * self.paper_shapes).T
        moves[boxes:, :, self.at["paper"]] = of_paper
        # What the lens scatters lies over everything.
        moves[:, :, self.at["flare"].start] = FLARE_STRAYS * bare
        moves[:, :, self.at["paper"]] += self.flare(x) * (bare * self.paper_shapes).T
        return moves

    def misfit(self, x: Array) -> Array:
        """What is left of every box, in its errors, root mean square of its channels.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        even = np.ones(len(self.seen.paint)), np.ones(self.held.shape[1])
        rows = self.residuals(x, even)[: 3 * len(self.seen.paint)].reshape(-1, 3)
        return np.asarray(np.sqrt((rows**2).mean(axis=1)))

    def thin(self, x: Array) -> Array:
        """Share of paper that shows through each box whose colour neither the told parts nor a
        likely slip of the hand explains, and a thin film does.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        told = x.copy()
        told[self.at["hand"]] = 0
        films, paper = self.surfaces(told)
        boxes = len(self.seen.paint)
        gain = np.exp(LIGHT_STRAYS * x[self.at["light"]])[:boxes, None]
        answers, tone = self.answers(x), x[self.at["tone"]]
        error = np.hypot(self.errors[0][:boxes, None], _HAND_SHOWS)
        misses = []
        for share in _THROUGH:
            mixed = (1 - share) * films[:boxes] + share * paper
            off = (self.shown(gain * (mixed @ answers.T), tone)[0] - self.seen.paint) / error
            misses.append(np.sqrt((off**2).mean(axis=1)))
        best = np.argmin(misses, axis=0)
        unlikely = np.zeros(boxes)
        np.maximum.at(unlikely, self.held[0], np.abs(x[self.at["hand"]]))
        odd = (unlikely > _UNLIKELY_HAND) | (self.misfit(x) > _UNEXPLAINED)
        explains = (np.min(misses, axis=0) < 1.5) & (misses[0] > 2.5)
        return np.where(odd & explains, np.array(_THROUGH)[best], 0.0)

    def weights(self, x: Array) -> tuple[Array, Array]:
        """How much each box, and each error of a hand, counts: less the farther it is off.

        Parameters
        ----------
        x : array, shape (count,)
            The unknowns.
        """
        squares = 3 * self.misfit(x) ** 2
        box = (FREEDOM + 3) / (FREEDOM + squares)
        hand = (FREEDOM + 1) / (FREEDOM + x[self.at["hand"]] ** 2)
        return np.minimum(box, 1.0), np.minimum(hand, 1.0)

    def solve(self, tell: Callable[[float], None]) -> tuple[Array, Array, float]:
        """The most likely unknowns, the slopes there, and the cost of that explanation.

        Parameters
        ----------
        tell : callable
            Is given the share of the work that is done.
        """
        x = np.zeros(self.count)
        weights: tuple[Array, Array]
        weights = np.ones(len(self.seen.paint)), np.ones(self.held.shape[1])
        for turn in range(_ROUNDS):
            tell(turn / _ROUNDS)
            found = least_squares(
                self.residuals, x, jac=self.slopes, args=(weights,), method="trf",
                max_nfev=_EVALUATIONS, xtol=1e-5, ftol=1e-5, gtol=1e-6,
            )  # fmt: skip
            x = found.x
            if turn < _ROUNDS - 1:
                weights = self.weights(x)
        jacobian = self.slopes(x, weights)
        information = jacobian.T @ jacobian
        return x, jacobian, float(found.cost + 0.5 * np.linalg.slogdet(information)[1])
