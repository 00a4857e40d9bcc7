"""The advice on what to add to a pile."""

from collections.abc import Mapping, Sequence

from mesotint.colour.words import difference_in_words
from mesotint.mixing import palette as core
from mesotint.mixing.correction import Addition, begin, correct
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.measures import KINDS as MEASURES
from mesotint.planning.measures.measure import Measure, told_in
from server.kept.looks import looks
from server.mixtures.services import usual_measure
from server.painters.models import Painter
from server.piles.answers import AdviceOut, PileAdviceOut, PileOut, pile_out
from server.piles.ledger import Ledger
from server.piles.models import Pile
from server.tubes.services import PaintBox


def advised(painter: Painter, pile: Pile, ledger: Ledger | None = None) -> PileOut:
    """A pile and what to do next, from a ledger where one is at hand."""
    ledger = ledger or Ledger(painter, {pile.pk})
    target = pile.target_lab
    advice = None
    if target is not None:
        advice = _advice(ledger, pile, ledger.pile(pile.pk), target, painter)
    return pile_out(pile, ledger, advice)


def _advice(
    ledger: Ledger, pile: Pile, there: core.Pile, target: Array, painter: Painter
) -> PileAdviceOut:
    # A pot is a paint like another, as long as there is enough in it.
    pots = {pk: pot for pk, pot in ledger.pots.items() if pk != pile.pk}
    stock = {paint.key: ml for paint, ml in pots.values()}
    paints = [paint for paint in ledger.box.advised if paint.key in ledger.box.tube_of]
    paints += [paint for paint, _ in pots.values()]
    additions, fresh, told = _advised(there, target, paints, stock)
    pot_of = {paint.key: pk for pk, (paint, _) in pots.items()}
    measures = {name: usual_measure(painter, name) for name in MEASURES}
    return PileAdviceOut(
        additions=_additions_out(additions, ledger.box, pot_of, measures),
        fresh=_additions_out(fresh, ledger.box, pot_of, measures),
        **told,
    )


def _advised(
    there: core.Pile, target: Array, paints: Sequence[Paint], stock_ml: Mapping[str, float]
) -> tuple[Sequence[Addition], Sequence[Addition], dict[str, object]]:
    if not there.volumes_ml:
        additions, gap = begin(target, paints, stock_ml=stock_ml)
        return (
            additions,
            (),
            {
                "wrong": [],
                "waits": False,
                "delta_e_now": None,
                "delta_e_then": gap,
                "growth": 1.0,
                "start_again": False,
                "says": f"Begin with these: within ΔE {gap:.1f}, {difference_in_words(gap)}.",
            },
        )
    reading = None if there.off is None else there.corrected_lab
    found = correct(there.volumes_ml, target, paints, reading=reading, stock_ml=stock_ml)
    return (
        found.additions,
        found.fresh,
        {
            "wrong": list(found.wrong),
            "waits": found.waits,
            "delta_e_now": found.delta_e_now,
            "delta_e_then": found.delta_e,
            "growth": found.growth,
            "start_again": found.start_again,
            "says": found.says,
        },
    )


def _additions_out(
    additions: Sequence[Addition],
    box: PaintBox,
    pots: Mapping[str, int],
    measures: Mapping[str, Measure],
) -> list[AdviceOut]:
    seen = looks([addition.lab for addition in additions])
    return [
        AdviceOut(
            tube=box.tube_of.get(addition.paint.key),
            pot=pots.get(addition.paint.key),
            label=addition.paint.name,
            look=look,
            volume_ml=addition.volume_ml,
            first_ml=addition.first_ml,
            measured={
                name: told_in(addition.volume_ml, addition.paint, measure)
                for name, measure in measures.items()
            },
            first_measured={
                name: told_in(addition.first_ml, addition.paint, measure)
                for name, measure in measures.items()
            },
            touch=addition.touch,
            says=f"{addition.why}: {look.munsell}, {look.name}",
        )
        for addition, look in zip(additions, seen, strict=True)
    ]
