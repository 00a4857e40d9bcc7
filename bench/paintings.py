"""Paintings: mothers ranked and shares solved, and what fifty random paintings come to."""

import numpy as np

from bench.timing import Figure, above, below, median_ms
from mesotint.harmony.candidates import Candidate, candidates, offered
from mesotint.harmony.mother import Mother
from mesotint.harmony.painting import Painting, Passage
from mesotint.paints.library import Paint, library

PASSAGES = 24
TUBES = 24
PAINTINGS = 50


def _box() -> list[Paint]:
    """White, black and other tubes of the library, always the same."""
    rng = np.random.default_rng(3)
    others = [p for p in library().plain if p.key not in ("PW6", "PBk9")]
    some = [others[i] for i in rng.choice(len(others), TUBES - 2, replace=False)]
    return [library().paint("PW6"), library().paint("PBk9"), *some]


def _painting(box: list[Paint], rng: np.random.Generator, count: int) -> Painting:
    """Passages of two tubes and white each; the first is an accent."""
    white, _, *coloured = box
    passages = []
    for i, area in enumerate(rng.dirichlet(np.full(count, 2.0)).tolist()):
        chosen = [coloured[j] for j in rng.choice(len(coloured), 2, replace=False)]
        strong = [float((p.absorption + p.scattering).mean()) for p in chosen]
        parts = rng.dirichlet([1, 1]) / strong
        mixture = dict(zip(chosen, (parts / parts.sum()).tolist(), strict=True))
        mixture[white] = float(rng.uniform(0.1, 3))
        passages.append(Passage(f"p{i}", area, mixture, "supporting" if i else "accent"))
    return Painting(tuple(passages))


def mothers() -> list[Figure]:
    """Ranking and solving for a large painting, and the wishes met in fifty others."""
    box, rng = _box(), np.random.default_rng(12)
    dark = box[1]
    large = _painting(box, rng, PASSAGES)
    found = candidates(large, box)
    rank_ms = median_ms(lambda: offered(large, found, dark), runs=5, warm=1)
    best = offered(large, found, dark).mothers[0]
    wanted = best.spread_before / 2

    def solve() -> None:
        Mother(large, best.mother.paint, dark=dark).pull_to(wanted)

    def solve_least() -> None:
        Mother(large, best.mother.paint, dark=dark).least(wanted)

    offers = []
    for _ in range(PAINTINGS):
        painting = _painting(box, rng, 10)
        offers.append(offered(painting, candidates(painting, box), dark))
    firsts = [offer.mothers[0] for offer in offers if offer.mothers]
    every = [each for offer in offers for each in offer.mothers]
    enough = 100 * sum(len(offer.mothers) >= 3 for offer in offers) / PAINTINGS
    return [
        below(f"{len(found)} mothers ranked for {PASSAGES} passages", rank_ms, "ms", 400),
        below("shares solved by equal pull", median_ms(solve, runs=9), "ms", 150),
        below("shares solved for the least movement", median_ms(solve_least, runs=5), "ms", 150),
        above(f"of {PAINTINGS} paintings with three mothers or more", enough, "%", 85),
        below("largest figure offered (below 1 draws together)",
              max(each.gathered for each in every), "", 1),
        Figure("… figure of the first, mean", _mean(firsts, "gathered"), ""),
        Figure("… what the painting moves by", _mean(firsts, "movement"), "ΔE00"),
        Figure("… chroma kept", 100 * _mean(firsts, "chroma_kept"), "%"),
        Figure("… mothers offered, mean", len(every) / PAINTINGS, ""),
        Figure("… wishes that give way at the first",
               float(np.mean([len(each.gives_way) for each in firsts])), ""),
    ]  # fmt: skip


def _mean(firsts: list[Candidate], name: str) -> float:
    return float(np.mean([getattr(each, name) for each in firsts]))


SUITES = (mothers,)
