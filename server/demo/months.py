"""Three months of the demo painter's journal: two studies, and *Low Tide, Breakers' Yard*.

What was mixed is no invention: a simulated painter of the core mixed it once, addition by addition,
with a hand that grew steadier and an eye that takes a pile for a little lighter than it is. The
ledgers lie beside this file; ``python -m server.demo.months`` has the painter mix them anew.
"""

import json
import sys
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING, Any, Final

import numpy as np

if TYPE_CHECKING:
    from server.painters.models import Painter

LEDGERS: Final = Path(__file__).parent / "journal.json"

PAINTS: Final = (
    "PW6", "PY3", "PY43", "PBr7-raw-sienna", "PO20", "PBr7-burnt-sienna", "PR101", "PV19", "PV23",
    "PB29", "PB28", "PB35", "PG18", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9",
)  # fmt: skip
"""What the painter reached for; the rest of the box stayed shut."""

EYE: Final = (2.6, 0.0, 0.0)
SEED: Final = 20_261_126
MOST_ADDITIONS: Final = 6

SLACK, LOFT, YARD = "Slack Water, study", "Net Loft, study", "Low Tide, Breakers' Yard"
SESSIONS: Final[tuple[tuple[int, str, tuple[tuple[str, str, str], ...]], ...]] = (
    (88, SLACK, (("slack water", "10G 4/2", "water"), ("wet sand", "10YR 5/2", "sand"),
                 ("pale sky", "5PB 8/1", "sky"))),
    (84, SLACK, (("slack water", "10G 4/2", "water"), ("weed on stones", "5GY 3/2", "foliage"),
                 ("stones in shade", "5P 4/1", "shadow"))),
    (79, SLACK, (("pale sky", "5PB 8/1", "sky"), ("sand in sun", "2.5Y 7/3", "sand"),
                 ("far shore", "10B 6/1", "distance"))),
    (71, SLACK, (("weed on stones", "5GY 3/2", "foliage"), ("gull's back", "N 6.5", ""),
                 ("slack water, deep", "5BG 3/2", "water"))),
    (64, LOFT, (("tarred boards", "10YR 2/1", "hull"), ("net, dry", "5Y 6/2", "rope"),
                ("window light", "5Y 9/1", "light"), ("boards in shade", "5P 3/1", "shadow"))),
    (60, LOFT, (("cork floats", "7.5YR 5/4", "rope"), ("net, dry", "5Y 6/2", "rope"),
                ("a hand", "5YR 6/4", "skin"))),
    (52, LOFT, (("a hand", "5YR 6/4", "skin"), ("a hand in shade", "2.5YR 4/3", "skin"),
                ("tarred boards", "10YR 2/1", "hull"))),
    (45, LOFT, (("window light", "5Y 9/1", "light"), ("oilskin", "2.5Y 6/8", ""),
                ("boards in shade", "5P 3/1", "shadow"))),
    (33, YARD, (("tarred hull", "5PB 2/1", "hull"), ("rust runs", "2.5YR 4/6", "rust"),
                ("wet mud", "10YR 3/2", "mud"), ("fog bank", "5PB 7/1", "sky"))),
    (29, YARD, (("harbour water", "5B 4/2", "water"), ("bleached rope", "2.5Y 7/3", "rope"),
                ("mud in shadow", "5YR 2.5/1", "shadow"))),
    (22, YARD, (("rust runs", "2.5YR 4/6", "rust"), ("rust, dry", "5YR 5/6", "rust"),
                ("tarred hull", "5PB 2/1", "hull"))),
    (15, YARD, (("fog bank", "5PB 7/1", "sky"), ("harbour water", "5B 4/2", "water"),
                ("wet mud", "10YR 3/2", "mud"), ("far cranes", "5PB 6/1", "distance"))),
    (8, YARD, (("bleached rope", "2.5Y 7/3", "rope"), ("rust in shadow", "10R 3/3", "shadow"),
               ("hull, lit", "5PB 4/1", "hull"))),
    (3, YARD, (("the bill", "10R 5/12", ""), ("harbour water", "5B 4/2", "water"),
               ("rust runs", "2.5YR 4/6", "rust"))),
)  # fmt: skip
"""Days ago, the painting, and each colour sought: its name, its notation, and a tag."""

WORDS: Final = {
    ("slack water", 88): "came out warmer", ("weed on stones", 84): "too clear, knock it back",
    ("a hand", 60): "a little pink once dry", ("net, dry", 64): "just right",
    ("rust runs", 33): "dries duller", ("harbour water", 29): "greener by lamp light",
    ("tarred hull", 22): "sits well back",
}  # fmt: skip
"""What the painter wrote beside some, in their own words."""


def mixed() -> list[dict[str, Any]]:
    """What the simulated painter put on each pile, and what it really was in the end."""
    from mesotint.colour.munsell import lab_from_munsell, parse
    from mesotint.mixing.simulated_painter import SimulatedPainter
    from mesotint.paints.library import library

    box = [library().paint(key) for key in PAINTS]
    rng, told = np.random.default_rng(SEED), list[dict[str, Any]]()
    for days, painting, colours in SESSIONS:
        # From a quarter off to a tenth within three months.
        hand = 0.08 + 0.17 * days / SESSIONS[0][0]
        painter = SimulatedPainter(box, hand, rng, eye=np.array(EYE))
        for name, notation, tag in colours:
            match = painter.match(np.asarray(lab_from_munsell(parse(notation))), MOST_ADDITIONS)
            told.append(
                {
                    "days": days, "painting": painting, "name": name, "colour": notation,
                    "tag": tag, "word": WORDS.get((name, days), ""),
                    "adds": [[paint.key, round(ml, 3)] for paint, ml in match.put],
                    "lab": [round(float(figure), 2) for figure in match.lab],
                }
            )  # fmt: skip
    return told


DAY_S: Final = 86_400.0
SHELF_S: Final = 1800.0
"""Half an hour to a pile."""


def load_months(painter: "Painter", tubes: Mapping[str, int], paintings: Mapping[str, int]) -> None:
    """Put the ledgers into a studio, each on its day, and let the journal note what came of them.

    Events go in together: what each would compute by itself is computed once, in the end.
    """
    from server.kept import clock
    from server.mixtures import keeping
    from server.mixtures.models import PILE, Mixing
    from server.piles.ledger import Ledger
    from server.piles.models import Pile, PileEvent
    from server.piles.services import set_lab, to_keep
    from server.tubes.readings import colour_typed

    piles, events, at = [], [], []
    told = json.loads(LEDGERS.read_text("utf-8"))
    for place, each in enumerate(told):
        moment = -each["days"] * DAY_S + place % 4 * SHELF_S
        at.append(moment)
        with clock.moved(moment):
            pile = Pile(
                painter=painter, name=each["name"], token=f"months-{place:04}", thrown_away=True,
                created=clock.now(),
            )  # fmt: skip
            set_lab(pile, colour_typed(each["colour"]), each["name"])
            pile.save()
            piles.append(pile)
            common = {"pile": pile, "created": clock.now()}
            for number, (key, ml) in enumerate(each["adds"]):
                events.append(
                    PileEvent(kind=PileEvent.ADD, tube_id=tubes[key], volume_ml=ml,
                              token=f"months-{number:03}", **common)
                )  # fmt: skip
            whole = sum(ml for _, ml in each["adds"])
            # Nine tenths go onto the painting; what is left dries on the palette.
            events.append(
                PileEvent(kind=PileEvent.SCOOP, volume_ml=0.9 * whole, token="months-use", **common)
            )
    PileEvent.objects.bulk_create(events)
    ledger = Ledger(painter, {pile.pk for pile in piles})
    ledger.note()
    for each, pile, moment in zip(told, piles, at, strict=True):
        taken = 0.9 * sum(ml for _, ml in each["adds"])
        with clock.moved(moment):
            noted = to_keep(ledger, pile, pile.name, came=Mixing.SCOOP, volume_ml=taken)
            noted = replace(noted, painting=paintings[each["painting"]])
            kept = keeping.keep(painter, noted, (PILE, pile.pk), pile.token or "")
            _write_beside(kept, each)


def _write_beside(kept: Any, each: Mapping[str, Any]) -> None:
    """What the painter wrote, and what the instrument read of some of the swatches, once dry."""
    from server.journal.models import Remark, Tag
    from server.journal.services import add_remark

    tag = each["tag"]
    if tag and tag not in kept.words.split():
        Tag.objects.get_or_create(painter=kept.painter, mixture=kept, word=tag)
        kept.words += f" {tag}"
        kept.save(update_fields=["words"])
    if each["word"]:
        add_remark(kept, Remark.EYE, None, each["word"], f"months-{each['days']}-eye")
    if len(each["name"]) % 2:
        lab = np.array(each["lab"])
        add_remark(kept, Remark.INSTRUMENT, lab, "", f"months-{each['days']}-read")


if __name__ == "__main__":
    LEDGERS.write_text(
        "[\n" + ",\n".join(json.dumps(each) for each in mixed()) + "\n]\n", encoding="utf-8"
    )
    sys.stdout.write(f"{LEDGERS}\n")
