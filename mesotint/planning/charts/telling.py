"""What tells most: the mixtures of some tubes that a sheet would teach most by."""

from typing import Final

from mesotint.planning.calibration_sheet import ACROSS, MOST_TUBES, most_telling
from mesotint.planning.charts.calibration import Options, white_beside
from mesotint.planning.charts.cells import cells_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.examples import TRIAD


def _chart(inputs: Inputs[Options]) -> Chart:
    tubes, white = white_beside(inputs.mixtures, inputs.box)
    best = most_telling([*tubes, white], inputs.viewing, 2 * ACROSS)
    labels = [f"box {number}" for number in range(1, len(best.parts) + 1)]
    cells = cells_of(labels, [*tubes, white], best.parts, inputs.viewing)
    title = f"What tells most of {', '.join(tube.name for tube in tubes)}: ± ΔE "
    title += f"{best.before:.1f} would come to {best.after:.1f}"
    return Chart(title, [cells[:ACROSS], cells[ACROSS:]], ["", ""], labels[:ACROSS])


KIND: Final = Kind(
    key="telling",
    title="What tells most",
    noun="What tells most",
    question="Choose tubes: the mixtures of them that would tell most of what is not known yet.",
    takes="Choose one to six tubes that a sheet is to tell more of.",
    sides={"mixtures": Side("Row {}", 1, MOST_TUBES, example=TRIAD)},
    options=Options,
    compute=_chart,
    rank=130,
    after_reading="Plan the sheet that would tell most",
)
