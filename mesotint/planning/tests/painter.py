"""A painter who knows nothing but the words of a plan: reads them, weighs, pours and scoops.

Nothing here calls what wrote the plan. Amounts, names and piles are read from the sentences;
densities are the reader's own, by what the label of a tube says, and those of mixtures the mean by
volume of what was put in.
"""

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from mesotint.paints.library import Paint

DENSITIES = {
    "titanium dioxide": 2.0, "zinc oxide": 2.1, "lead carbonate": 3.0, "cadmium": 1.9,
    "cobalt": 1.7, "iron oxide": 1.8, "earth": 1.5, "chromium": 1.7, "sulfosilicate": 1.4,
    "titanate": 1.9, "bismuth vanadate": 1.8, "manganese": 1.6, "water": 1.0,
}  # fmt: skip
"""g/ml by family, 1.15 for all others (from memory, as the guide tells them)."""

DROP_ML = 0.05
RIBBON_AREA_MM2 = 3.14159265 * 2.5**2

HAND_ML = {"knife-tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": 15.0}
"""Amounts of a usual hand, as the guide tells them (from memory)."""

BRUSH_LOAD_ML = 0.25
"""As the guide tells it (from memory)."""

OUNCE_G = 28.349523125
INCH_MM = 25.4
"""International yard and pound agreement, 1959."""

_HELD = rf"(?:a|\d+) (?:{'|'.join(HAND_ML)})s?"
_READ = r"[\d.]+ (?:g|oz|ml|drops|mm|brush-loads)"
AMOUNT = rf"({_READ}|[\d /]+ in|{_HELD}(?:(?:, | and ){_HELD})* \([\d.]+ ml\))"
Heap = dict[str, float]


def volume_of(heap: Heap) -> float:
    """Millilitres in a heap of paint by tube."""
    return sum(heap.values())


@dataclass
class Painter:
    """The palette of a painter who follows a plan: heaps of millilitres by the name of a tube."""

    tubes: Mapping[str, Paint]
    names: Mapping[str, int]
    hand: Mapping[str, float] = field(default_factory=lambda: HAND_ML)
    heaps: dict[str, Heap] = field(default_factory=dict)
    pots: dict[str, Heap] = field(default_factory=dict)
    patches: dict[int, Heap] = field(default_factory=dict)

    def density(self, heap: Heap) -> float:
        """Grams in a millilitre of a heap."""
        grams = sum(ml * DENSITIES.get(self.tubes[name].family, 1.15) for name, ml in heap.items())
        return grams / volume_of(heap)

    def millilitres(self, told: str, heap: Heap) -> float:
        """Millilitres of an amount of what is in a heap, by its words."""
        if told.endswith(")"):
            held = re.findall(r"(a|\d+) ([a-z-]+?)s?(?:,| and| \()", told)
            return sum((1 if n == "a" else int(n)) * self.hand[name] for n, name in held)
        number, unit = told.rsplit(" ", 1)
        amount = float(sum(Fraction(each) for each in number.split()))
        if unit in ("g", "oz"):
            return amount * (OUNCE_G if unit == "oz" else 1) / self.density(heap)
        mm = RIBBON_AREA_MM2 / 1000
        units = {"ml": 1.0, "drops": DROP_ML, "mm": mm, "in": INCH_MM * mm}
        return amount * {**units, "brush-loads": BRUSH_LOAD_ML}[unit]

    def _take(self, source: Heap, millilitres: float) -> Heap:
        """Take paint off a heap; what is taken has what the heap has."""
        share = min(millilitres / volume_of(source), 1.0)
        taken = {name: ml * share for name, ml in source.items()}
        for name, ml in taken.items():
            source[name] -= ml
        return taken

    def _of(self, name: str, told: str) -> Heap:
        """So much of a tube, or of a pot that was mixed before."""
        if name in self.tubes:
            return {name: self.millilitres(told, {name: 1.0})}
        pot = self.pots[name]
        wanted = self.millilitres(told, pot)
        assert wanted <= volume_of(pot) * 1.02, f"of {name} {wanted:.3f} ml are not there"
        return self._take(pot, wanted)

    def _put(self, heap: Heap, more: Heap) -> None:
        for name, ml in more.items():
            heap[name] = heap.get(name, 0.0) + ml

    def _open(self, pile: str, says: str) -> None:
        """Take of a pile, put white to it, and go on from that."""
        source, white = self.heaps[pile[0].upper() + pile[1:]], ""
        for portion in says.split("; "):
            found = re.fullmatch(rf"(?:of that )?{AMOUNT}(?: with {AMOUNT}( .+?)?)?: (.+)", portion)
            assert found, portion
            # What is put to it is named once.
            white = (found[3] or white).strip()
            heap = self._take(source, self.millilitres(found[1], source))
            if found[2]:
                self._put(heap, self._of(white, found[2]))
            source = self.heaps[found[4][0].upper() + found[4][1:]] = heap

    def follow(self, lines: Iterable[tuple[str, str]]) -> dict[int, Heap]:
        """Do what the lines say; the patches by number."""
        for heading, says in lines:
            if heading.startswith("First mix: "):
                found = re.fullmatch(rf"{AMOUNT} (.+?)(?: and {AMOUNT} (.+))?", says)
                assert found, says
                pot = self.pots.setdefault(heading.removeprefix("First mix: "), {})
                for told, name in ((found[1], found[2]), (found[3], found[4])):
                    if told:
                        self._put(pot, self._of(name, told))
                continue
            if heading.startswith("Open "):
                self._open(heading.removeprefix("Open "), says)
                continue
            heap = self.heaps.setdefault(heading, {})
            if found := re.fullmatch(
                rf"Scoop out (?:{AMOUNT}|all that is left): that is (.+)", says
            ):
                taken = self.millilitres(found[1], heap) if found[1] else volume_of(heap)
                self.patches[self.names[found[2]]] = self._take(heap, taken)
            elif found := re.fullmatch(rf"Scrape {AMOUNT} off and lay it aside", says):
                self._take(heap, self.millilitres(found[1], heap))
            elif found := re.fullmatch(rf"Carry {AMOUNT} over from (.+)", says):
                other = self.heaps[found[2][0].upper() + found[2][1:]]
                load = self.millilitres(found[1], other)
                self._put(heap, self._take(other, load))
            else:
                found = re.fullmatch(rf"{AMOUNT}(?: more)? (.+)", says)
                assert found, says
                self._put(heap, self._of(found[2], found[1]))
        for label, number in self.names.items():
            heading = label[0].upper() + label[1:]
            if number not in self.patches:
                # A pile of its own is the patch.
                self.patches[number] = self.heaps[heading]
        return self.patches


def replayed(
    lines: Iterable[tuple[str, str]],
    tubes: Sequence[Paint],
    labels: Sequence[str],
    hand: Mapping[str, float] = HAND_ML,
) -> dict[int, Heap]:
    """The patches that come of a plan's lines, heading and sentence each, by one's own hand."""
    names = {label: number for number, label in enumerate(labels)}
    return Painter({tube.name: tube for tube in tubes}, names, hand).follow(lines)
