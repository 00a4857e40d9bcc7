"""Scales: a trail between two mixtures in steps, and the same opened in rows below."""

from dataclasses import dataclass, replace
from typing import Annotated, Final

from mesotint.colour.munsell import lightness_of_value
from mesotint.mixing.muting.trail import Hold, Third, Trail
from mesotint.paints.roles import black_of, mixture
from mesotint.planning.charts.cells import cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Count, Marks, Number, Numbers, OneOf
from mesotint.planning.examples import PAIR
from mesotint.planning.openings import MOST_OPENING
from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS, Scale

ROWS: Final = {count: tuple(float(n) for n in range(1, count + 1)) for count in range(8)}


@dataclass(frozen=True)
class Options:
    """What is chosen of a scale."""

    steps: Annotated[int, Count(FEWEST_STEPS, MOST_STEPS, "steps")] = 9
    spacing: Annotated[
        str,
        OneOf(
            "Spacing",
            {
                "chroma": "Even in chroma",
                "difference": "Even to the eye",
                "parts": "Even in parts",
                "value": "Even in value",
            },
        ),
    ] = "chroma"
    to_grey: Annotated[
        bool, OneOf("How far", {False: "Through grey", True: "To grey only"}, clears=("pins",))
    ] = False
    openings: Annotated[tuple[float, ...], Numbers(0, MOST_OPENING, "opened rows", ROWS)] = ()
    lightener: Annotated[float, Number(0, MOST_OPENING, "White", "parts", in_wash="Water")] = 0.0
    hold: Annotated[float | None, Number(0.5, 9.5, "Hold a value", optional=True)] = None
    third_parts: Annotated[float, Number(0, MOST_OPENING)] = 0.05
    pins: Annotated[
        tuple[dict[str, float], ...],
        Marks({"place": Count(1, MOST_STEPS, "steps"), "share": Number(0, 1)}, MOST_STEPS),
    ] = ()


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing = inputs.options, inputs.viewing
    (first,), (second,), thirds = inputs.sides.values()
    third = Third(thirds[0], chosen.third_parts) if thirds else None
    held = chosen.hold is not None
    trail = Trail(first, second, 0.0 if held else chosen.lightener, viewing, third)
    if chosen.hold is not None:
        trail = replace(trail, hold=_hold(trail, chosen.hold, inputs))
    pins = sorted((int(pin["place"]), pin["share"]) for pin in chosen.pins)
    scale = Scale(trail, chosen.steps, chosen.spacing, chosen.to_grey, tuple(pins), chosen.openings)
    paints, parts = scale.rows
    cells = cells_with(scale.labels, paints, parts.reshape(-1, len(paints)), viewing)
    count = scale.count
    rows = [cells[at : at + count] for at in range(0, len(cells), count)]
    return Chart(trail.miss, rows, scale.row_labels, scale.labels[:count], run=scale)


def _hold(trail: Trail, value: float, inputs: Inputs[Options]) -> Hold:
    """The value to hold; a black of the box darkens, or else the pair's own grey."""
    share = trail.neutral_share
    grey = mixture(
        f"grey:{trail.first.key}+{trail.second.key}",
        f"Grey of {trail.first.name.lower()} and {trail.second.name.lower()}",
        {trail.first: 1 - share, trail.second: share},
    )
    return Hold(lightness_of_value(value), black_of(inputs.box) or grey)


KIND: Final = Kind(
    key="scale",
    title="Scale",
    noun="",
    joined=" into ",
    question="Choose a colour and what mutes it: every step between them, and opened in rows.",
    takes="A scale takes a colour, what mutes it, and a third at most.",
    sides={
        "first": Side("From", 1, 1, example=PAIR[:1], single=True),
        "second": Side("To", 1, 1, example=PAIR[1:], single=True),
        "third": Side("Third", 0, 1, single=True),
    },
    options=Options,
    compute=_chart,
    rank=1,
    picture="run",
    # A sheet to paint: the steps, and each of them opened.
    example={"openings": ROWS[4]},
    goes_on="A scale from it",
    goes_on_as="first",
    for_class="A complement scale",
)
