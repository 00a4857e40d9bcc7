"""Practice: fair exercises over many boxes, known observers found, and how long one waits."""

import itertools
import time

import numpy as np

from bench.painter import DemoPainter
from bench.running import running
from bench.timing import Figure, above, below, median_ms
from mesotint.colour.srgb import hex_from_lab
from mesotint.paints.library import library
from mesotint.practice.exercise import Exercise, NotForThisBox
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import SCALES, judge, make
from mesotint.practice.staircase import LAPSE, TOLD, Staircase

PORT = 8797
BOXES = 500
SEEDS = 100
ANSWERS = 60
SLOPE = 3.5
"""Of the observers: that of QUEST, Watson and Pelli 1983."""
OBSERVERS = {"lean": 4.0, "darker": 2.0, "duller": 5.0}
KEPT = 5_000

MAKE = f"""
from datetime import timedelta
import random
from server.kept import clock
from server.painters.models import Painter
from server.practice.models import Answer, Session
painter, now = Painter.objects.get(username="demo"), clock.now()
session = Session.objects.create(painter=painter, minutes=10, plan=[], surround=5.0, done=True)
random.seed(1)
kinds = ["lean", "darker", "duller", "mixture", "value"]
Answer.objects.bulk_create([
    Answer(session=session, kind=kinds[i % 5], seed=i, level=random.uniform(1, 12),
           right=random.random() < 0.7, score=1.0, said="red",
           wanted=random.choice(["red", "blue"]),
           at=now - timedelta(days=(5000 - i) // 40))
    for i in range({KEPT})], batch_size=1000)
"""


def _fair(made: Exercise) -> bool:
    labs = [each.lab for each in made.shown]
    labs += [choice.lab for choice in made.choices if choice.lab is not None]
    if not all(hex_from_lab(np.array(labs))[1]):
        return False
    if made.kind not in SCALES and made.margin < 3:
        return False
    if isinstance(made.answer, str):
        return sum(judge(made, choice.id).right for choice in made.choices) == 1
    return True


def exercises() -> list[Figure]:
    """Every kind over random boxes of 3 to 40 tubes."""
    every, rng = list(library().paints.values()), np.random.default_rng(20)
    made = unfair = refused = 0
    dearest = 0.0
    for turn in range(BOXES):
        size = int(rng.integers(3, 41))
        box = [every[i] for i in rng.choice(len(every), size, replace=False)]
        for kind in KINDS:
            began = time.perf_counter()
            try:
                found = make(kind, turn, box)
            except NotForThisBox:
                refused += 1
                continue
            finally:
                dearest = max(dearest, time.perf_counter() - began)
            made += 1
            unfair += not _fair(found)
    return [
        Figure(f"exercises of every kind over {BOXES} boxes", made, ""),
        below("… that are not fair: out of gamut, two right, or no margin", unfair, "", 1),
        Figure("… that a box had not the tubes for, and that was told", refused, ""),
        Figure("… the dearest to make", dearest * 1e3, "ms"),
    ]


def observers() -> list[Figure]:
    """Simulated observers of a known threshold and slope, by Watson's psychometric function."""
    figures = []
    for kind, threshold in OBSERVERS.items():
        guess = 1 / SCALES[kind].choices
        beta = -np.log(1 - (TOLD - guess) / (1 - guess - LAPSE))
        near = covered = 0
        for seed in range(SEEDS):
            rng, stair = np.random.default_rng(seed), Staircase(SCALES[kind])
            for _ in range(ANSWERS):
                level = stair.next_level()
                told = 1 - np.exp(-beta * (level / threshold) ** SLOPE)
                stair.note(level, bool(rng.random() < guess + (1 - guess - LAPSE) * told))
            found = stair.estimate
            near += abs(found.value / threshold - 1) <= 0.25
            covered += found.low <= threshold <= found.high
        figures += [
            above(f"{kind}: found within a quarter in {ANSWERS} answers", near, "of 100", 90),
            above("… the spread told covers it", covered, "of 100", 90),
        ]
    return figures


def slopes() -> list[Figure]:
    """What the 90 % told hold of observers of many slopes, in tasks of two choices."""
    least = 1.0
    for kind, threshold in (("darker", 2.0), ("darker", 0.8), ("duller", 5.0), ("duller", 15.0)):
        beta = -np.log(1 - (TOLD - 0.5) / (0.5 - LAPSE))
        for slope in (1.5, 1.8, 3.0, 5.0):
            held = 0
            for seed in range(SEEDS):
                rng, stair = np.random.default_rng(seed), Staircase(SCALES[kind])
                for _ in range(ANSWERS):
                    level = stair.next_level()
                    told = 1 - np.exp(-beta * (level / threshold) ** slope)
                    stair.note(level, bool(rng.random() < 0.5 + (0.5 - LAPSE) * told))
                held += stair.estimate.low <= threshold <= stair.estimate.high
            least = min(least, held / SEEDS)
    return [above("observers of slopes 1.5 to 5 held by the 90 %, least", 100 * least, "%", 88)]


def at_the_stage() -> list[Figure]:
    """What a painter waits for."""
    with running(PORT) as stack:
        painter = DemoPainter(stack)
        stack.manage("shell", "-v0", "-c", MAKE, failure="No answers.")
        turn = itertools.count()
        waits = []
        for kind in KINDS:
            body = {"minutes": 10, "kinds": [kind], "token": f"bench-token-{next(turn)}"}
            session = painter.ask("POST", "practice/sessions", body)
            path = f"practice/sessions/{session['id']}"
            for _ in range(4):
                exercise = session["exercise"]
                if exercise is None or kind == "mud":
                    break
                answer = {"token": exercise["token"]}
                if kind == "order":
                    answer["order"] = [each["id"] for each in exercise["choices"]]
                elif kind == "how-much":
                    answer["share"] = 0.5
                else:
                    answer["choice"] = exercise["choices"][0]["id"]
                began = time.perf_counter()
                session = painter.ask("POST", f"{path}/answer", answer)["session"]
                waits.append((time.perf_counter() - began) * 1e3)
            painter.ask("POST", f"{path}/stop")
        record = median_ms(lambda: painter.ask("GET", "practice/record"), runs=5)
        return [
            below("an answer judged and the next exercise told, median",
                  float(np.median(waits)), "ms", 100),
            Figure("… the dearest of the kinds", max(waits), "ms"),
            below(f"the record of {KEPT} answers", record, "ms", 150),
        ]  # fmt: skip


SUITES = (exercises, observers, slopes, at_the_stage)
