"""An hour of load and of uploads that mean harm: what the workers weigh after it."""

import io
import sys
import threading
import time
from collections import Counter
from itertools import cycle

import numpy as np
import requests
from PIL import Image

from bench.load import PORT as LOAD_PORT
from bench.load import Busy, memory_mb, painters_of, together
from bench.running import running
from bench.timing import Figure, below

PORT = LOAD_PORT + 20
SECONDS = 3600.0
PAINTERS = 16
EVERY_S = 5.0
TOLD_EVERY_S = 300.0


def _picture(width: int, height: int, form: str, seed: int) -> bytes:
    """A photograph of noise: what packs worst."""
    noise = np.random.default_rng(seed).integers(0, 255, (height, width, 3), dtype=np.uint8)
    file = io.BytesIO()
    Image.fromarray(noise).save(file, form)
    return file.getvalue()


def _flat(side: int) -> bytes:
    """A picture that is small as a file and huge once it is unpacked."""
    file = io.BytesIO()
    Image.new("L", (side, side)).save(file, "PNG")
    return file.getvalue()


def _uploads() -> list[tuple[str, str, bytes, bool]]:
    """Path, file name, bytes, and whether they go as a form: sizes at and beyond what is taken."""
    numbers = b'{"format":"mesotint box","tubes":[' + b"1," * 2_400_000 + b"1]}"
    deep = b"[" * 100_000 + b"]" * 100_000
    cgats = b"CGATS.17\nNUMBER_OF_FIELDS 3\nBEGIN_DATA\n" + b"1 2 3\n" * 800_000 + b"END_DATA\n"
    rows = b"paint,parts,date\n" + b"PB29,1,2026-01-01\n" * 250_000
    return [
        ("boxes/look", "box.json", numbers, True),
        ("boxes/look", "deep.json", deep, True),
        ("readings/look", "readings.txt", cgats, True),
        ("journal/file/look", "notes.csv", rows, True),
        ("paintings/import", "painting.json", numbers, True),
        ("photographs", "noise.jpg", _picture(4000, 3000, "JPEG", 1), False),
        ("photographs", "noise.png", _picture(2000, 1500, "PNG", 2), False),
        ("photographs", "bomb.png", _flat(15_000), False),
        ("painted/code", "noise.webp", _picture(2400, 1800, "WEBP", 3), False),
        ("photographs", "long.bin", b"\xff\xd8" + b"\0" * 120_000_000, False),
    ]


def _harm(painter: Busy, until: float, statuses: Counter[int]) -> None:
    """One upload after the other; what a photograph left is put away, as a painter's limit asks."""
    line = requests.Session()
    token = "t" * 32
    line.cookies.update({"sessionid": painter.session, "csrftoken": token})
    line.headers["X-CSRFToken"] = token
    address = f"http://127.0.0.1:{PORT}/api/"
    for path, name, data, as_form in cycle(_uploads()):
        if time.monotonic() > until:
            return
        sent = {"files": {"file": (name, data)}} if as_form else {"data": data}
        answer = line.post(address + path, timeout=120, **sent)
        statuses[answer.status_code] += 1
        if path == "photographs" and answer.ok:
            line.delete(f"{address}photographs/{answer.json()['id']}", timeout=60)
        time.sleep(EVERY_S)


def hostile_hour(seconds: float = SECONDS) -> list[Figure]:
    """Painters at work and one who sends the worst files, for an hour.

    Parameters
    ----------
    seconds : float
        How long.
    """
    with running(PORT, demo=False) as stack:
        *painters, bad = painters_of(stack, PAINTERS + 1, (PORT,))
        until = time.monotonic() + seconds
        answers: Counter[int] = Counter()
        weights: list[float] = []

        def weigh() -> None:
            while time.monotonic() < until:
                weights.append(memory_mb(stack))
                sys.stderr.write(f"{weights[-1]:.0f} MB, uploads {dict(answers)}\n")
                time.sleep(min(TOLD_EVERY_S, seconds / 10))

        others = [threading.Thread(target=_harm, args=(bad, until, answers)),
                  threading.Thread(target=weigh)]  # fmt: skip
        for each in others:
            each.start()
        times, statuses = together(painters, seconds)
        for each in others:
            each.join()
        broken = sum(n for of in (statuses, answers) for status, n in of.items()
                     if status >= 500 and status != 503)  # fmt: skip
        time.sleep(2 * EVERY_S)
        return [
            below(f"{seconds / 60:.0f} minutes of {PAINTERS} painters and hostile uploads: "
                  "memory of the largest worker after it", memory_mb(stack), "MB", 350),
            Figure("… at the most while it went on, as sampled", max(weights), "MB"),
            Figure("… uploads answered", answers.total(), ""),
            Figure("… requests of painters answered", statuses.total(), ""),
            below("… answers that are faults", broken, "", 1),
            Figure("… answers within, 95 of 100", times[int(0.95 * len(times))], "ms"),
        ]  # fmt: skip


SUITES = (hostile_hour,)
