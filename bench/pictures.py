"""Pictures: how well made-up scenes are divided and recoloured, and what it costs."""

import io
import time
from typing import Final

import numpy as np
from PIL import Image

from bench.feel import drag, in_time
from bench.painter import DemoPainter
from bench.running import demo_page
from bench.timing import Figure, above, below, median_ms
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.pictures.division import divide, regions, split
from mesotint.pictures.pieces import pieces_of
from mesotint.pictures.recolour import Recolouring, mean_lab
from mesotint.pictures.tests.scenes import agreement, by_colour_alone, scene

PORT: Final = 8789
SCENES: Final = 30


def division() -> list[Figure]:
    """Made-up scenes of known passages, and the same by their colours alone."""
    ours, alone, seconds = [], [], []
    for seed in range(SCENES):
        pixels, truth = scene(seed)
        count = int(truth.max()) + 1
        began = time.perf_counter()
        pieces = pieces_of(pixels)
        of = divide(pieces, count)
        seconds.append(time.perf_counter() - began)
        ours.append(agreement(truth, of[pieces.labels]))
        alone.append(agreement(truth, by_colour_alone(pixels, count)))
    largest = np.flatnonzero(of == 0)

    def again() -> None:
        one, other = split(pieces, largest)
        others = [np.flatnonzero(of == place) for place in range(1, count)]
        regions(pieces, [one, other, *others])

    return [
        above(f"{SCENES} scenes divided: agreement with the truth", float(np.mean(ours)), "", 0.85),
        Figure("… of the worst", min(ours), ""),
        below("… of k-means by colour alone", float(np.mean(alone)), "", 0.78),
        Figure("… seconds a scene", float(np.median(seconds)), "s"),
        below("a region split, and all of them told anew", median_ms(again), "ms", 150),
    ]


def recolouring() -> list[Figure]:
    """Each passage's mean against its mixture, over random colours that a screen shows."""
    gaps = []
    for seed in range(SCENES):
        pixels, truth = scene(seed)
        rng, wanted = np.random.default_rng(100 + seed), list[np.ndarray]()
        while len(wanted) <= truth.max():
            lab = np.array([rng.uniform(12, 92), rng.normal(0, 15), rng.normal(0, 15)])
            if hex_from_lab(lab[None])[1][0]:
                wanted.append(lab)
        shown = Recolouring.of(pixels, truth).shown(np.array(wanted))
        gaps += [
            float(delta_e_2000(mean_lab(shown, truth == place), lab))
            for place, lab in enumerate(wanted)
        ]
    return [
        below(f"{len(gaps)} passages in another colour: farthest off their mixture", max(gaps),
              "ΔE", 1),
        Figure("… in the mean", float(np.mean(gaps)), "ΔE"),
    ]  # fmt: skip


def _twelve_megapixels() -> bytes:
    """A made-up scene as a phone takes it: 4000 by 3000, JPEG."""
    pixels, _ = scene(3, 480, 640)
    file = io.BytesIO()
    Image.fromarray(pixels).resize((4000, 3000), Image.Resampling.BICUBIC).save(
        file, "JPEG", quality=90
    )
    return file.getvalue()


def at_the_stage() -> list[Figure]:
    """A photograph of twelve megapixels to passages on screen, what is done to them, and a drag."""
    with demo_page(PORT) as (stack, _, page):
        painter = DemoPainter(stack)
        times, kept, photograph = [], b"", _twelve_megapixels()
        for run in range(3):
            page.goto(f"{stack.address}paintings")
            page.get_by_role("button", name="Saved paintings").click()
            page.get_by_role("button", name="A new painting").click()
            page.get_by_role("button", name="Begin from a picture").click()
            panel = page.get_by_role("dialog")
            began = time.perf_counter()
            panel.locator("input[type=file]").set_input_files(
                {"name": f"{run}.jpg", "mimeType": "image/jpeg", "buffer": photograph}
            )
            panel.get_by_role("list", name="Its passages").wait_for()
            times.append(time.perf_counter() - began)
            newest = page.request.get("/api/photographs").json()[0]["id"]
            kept = page.request.get(f"/api/photographs/{newest}/image").body()
        made = painter.ask("POST", "paintings/divisions", {"photograph": newest, "count": 12})
        regions = [region["pieces"] for region in made["regions"]]
        path = f"paintings/divisions/{made['id']}/regions"
        merged = [regions[0] + regions[1], *regions[2:]]
        passages = [{"name": f"{i}", "area": region["area"], "pieces": region["pieces"]}
                    for i, region in enumerate(made["regions"])]  # fmt: skip
        request = {"passages": passages, "picture": {"division": made["id"]}}
        yard = next(each["id"] for each in painter.ask("GET", "paintings")
                    if each["title"].startswith("Low Tide"))  # fmt: skip
        page.goto(f"{stack.address}paintings/{yard}")
        page.get_by_test_id("picture").wait_for()
        page.get_by_role("button", name="Mother colour").click()
        mothers = page.get_by_role("region", name="What may be the mother")
        mothers.get_by_role("listitem").first.get_by_role("button").click()
        page.locator("[data-share='0'][aria-disabled='false']").wait_for()
        page.wait_for_timeout(1500)
        box = page.locator("[data-share='0']").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        costs = sorted((drag(page, (x, y), (x + 110, y)) for _ in range(3)), key=in_time)[1]
        return [
            below("12 megapixels to passages on screen", float(np.median(times)), "s", 3),
            below("… the picture as it is kept", len(kept) / 1000, "kB", 400),
            below("two merged, at the API", painter.ms("POST", path, {"regions": merged}), "ms",
                  150),
            below("one split, at the API",
                  painter.ms("POST", path, {"regions": merged, "split": 0}), "ms", 150),
            below(f"12 passages mixed from few of {len(painter.tubes)} tubes, at the API",
                  painter.ms("POST", "paintings/compute/mixtures", {"request": request}, runs=5),
                  "ms", 1500),
            above("frames under 16.7 ms while a share repaints the picture", in_time(costs), "%",
                  95),
            Figure("… the dearest of them", max(costs), "ms"),
        ]  # fmt: skip


SUITES = (division, recolouring, at_the_stage)
