"""Entries as they are told, written beside, remarked on, thrown away and brought back."""

from collections.abc import Iterable, Mapping, Sequence

import numpy as np
from django.db import transaction
from django.db.models import Q
from django.dispatch import receiver
from django.shortcuts import get_object_or_404

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.optics.grid import Array
from server.journal.answers import EntryOut, Link, MadeStep, MixingOut, PartOut, RemarkOut
from server.journal.models import Remark, Tag
from server.journal.requests import EntryChange, RemarkIn
from server.kept.looks import Look, looks
from server.kept.models import Photograph
from server.kept.notes import restored
from server.kept.services import Conflict
from server.mixtures.models import (
    KEPT,
    PASSAGE,
    PATCH,
    PILE,
    SHEET,
    KeptMixture,
    KeptPart,
    Mixing,
)
from server.mixtures.origins import Source, used_in
from server.mixtures.requests import MOST_IN_MIXTURE, Origin, TubeMixture, TubePart
from server.painters.models import Painter
from server.paintings.models import Passage
from server.piles.answers import step_words
from server.piles.ledger import Ledger
from server.piles.models import Pile
from server.piles.stock import left_of
from server.scales.models import Patch, Sheet
from server.tubes.readings import colour_typed

MOST_STEPS = 60
"""Patches of the strip that shows how a pile was made; the last of it, where there were more."""


def mine(painter: Painter, key: int) -> KeptMixture:
    """One of the painter's entries; 404 where it is not theirs."""
    return get_object_or_404(KeptMixture, pk=key, painter=painter)


def change(painter: Painter, key: int, asked: EntryChange) -> KeptMixture:
    """Write beside an entry; refused where another window did since it was opened."""
    with transaction.atomic():
        rows = KeptMixture.objects.select_for_update()
        kept = get_object_or_404(rows, pk=key, painter=painter)
        if asked.revision != kept.revision:
            raise Conflict(
                f"'{kept.name}' was changed in another window since you opened it. What you typed "
                "stays in its field; change it there once more to put it beside what is there now."
            )
        if asked.name is not None:
            if not asked.name.strip():
                raise InputError("Give the entry a name to find it by.", "name")
            kept.name, kept.named = asked.name.strip(), True
        if asked.note is not None:
            kept.note = asked.note
        if asked.tags is not None:
            set_tags(kept, asked.tags)
        kept.revision += 1
        kept.words = words_of(kept)
        kept.save(update_fields=["name", "named", "note", "revision", "words"])
    return kept


def set_tags(kept: KeptMixture, tags: Iterable[str]) -> None:
    """Make these the words an entry is found by."""
    wanted = {tag.casefold() for tag in tags}
    kept.tags.exclude(word__in=wanted).delete()
    there = set(kept.tags.values_list("word", flat=True))
    Tag.objects.bulk_create(
        Tag(painter_id=kept.painter_id, mixture=kept, word=word) for word in sorted(wanted - there)
    )


def words_of(kept: KeptMixture) -> str:
    """All that can be searched in an entry."""
    told = [kept.name, kept.target_name, kept.note]
    told += kept.parts.values_list("label", flat=True)
    told += kept.tags.values_list("word", flat=True)
    told += kept.remarks.exclude(word="").values_list("word", flat=True)
    told += kept.mixings.exclude(name="").values_list("name", flat=True).distinct()
    return " ".join(dict.fromkeys(told))


@transaction.atomic
def remark(painter: Painter, kept: KeptMixture, asked: RemarkIn) -> Remark:
    """Add how a mixture came out; sent twice, it is added once. What was noted stays."""
    if known := kept.remarks.filter(token=asked.token).first():
        return known
    if not (asked.colour.strip() or asked.word.strip() or asked.photograph):
        raise InputError("Say how it came out, or read its colour.", "word")
    photograph = None
    if asked.photograph is not None:
        photograph = get_object_or_404(Photograph, pk=asked.photograph, painter=painter)
    lab = colour_typed(asked.colour) if asked.colour.strip() else None
    word = asked.word.strip()
    return add_remark(kept, asked.how, lab, word, asked.token, wet=asked.wet, photograph=photograph)


def remark_of_reading(kept: KeptMixture, lab: Array, token: str) -> None:
    """What an instrument read of the very mixture."""
    if not kept.remarks.filter(token=token).exists():
        add_remark(kept, Remark.INSTRUMENT, np.asarray(lab), "", token)


def add_remark(
    kept: KeptMixture,
    how: str,
    lab: Array | None,
    word: str,
    token: str,
    *,
    wet: bool = False,
    photograph: Photograph | None = None,
) -> Remark:
    """Add how a mixture came out; what was seen of it dry stands beside what was predicted."""
    made = Remark.objects.create(
        mixture=kept, how=how, wet=wet, word=word, token=token, photograph=photograph,
        **Remark.lab.values(lab),
    )  # fmt: skip
    changed = ["words"]
    if lab is not None and not wet:
        kept.seen_lab = lab
        kept.seen_by = how
        kept.seen_delta_e = float(delta_e_2000(lab, kept.lab))
        changed += [*KeptMixture.seen_lab.columns, "seen_by", "seen_delta_e"]
    kept.words = f"{kept.words} {word}".rstrip()
    kept.save(update_fields=changed)
    return made


def entry_out(kept: KeptMixture) -> EntryOut:
    """An entry with everything that is known of it."""
    parts = list(kept.parts.select_related("tube"))
    left = left_of(kept.painter, [part.tube_id for part in parts if part.tube_id is not None])
    mixings, remarks = list(kept.mixings.all()), list(kept.remarks.all())
    (look,) = looks([kept.lab])
    wet = next((each.lab for each in reversed(remarks) if each.wet and each.lab is not None), None)
    dry, damp = looks([kept.seen_lab, wet])
    targets = looks([each.target_lab for each in mixings])
    remarked = looks([each.lab for each in remarks])
    return EntryOut(
        id=kept.pk,
        title=kept.name,
        note=kept.note,
        tags=sorted(kept.tags.values_list("word", flat=True)),
        revision=kept.revision,
        medium=kept.medium,
        finish=kept.finish,
        ground=kept.ground,
        look=look,
        seen=dry,
        wet=damp,
        target_name=kept.target_name,
        parts=[_part_out(part, left) for part in parts],
        mixture=_mixture(kept, parts),
        mixings=[_mixing_out(each, target) for each, target in zip(mixings, targets, strict=True)],
        remarks=[
            _remark_out(each, seen, kept) for each, seen in zip(remarks, remarked, strict=True)
        ],
        made=_made(kept, mixings),
        links=_links(kept, mixings),
        created=kept.created,
        thrown_away=kept.thrown_away,
    )


def _part_out(part: KeptPart, left: Mapping[int, float]) -> PartOut:
    tube, standing = part.tube, ""
    if tube is not None:
        if tube.put_away:
            standing = "put away"
        elif left.get(tube.pk) == 0:
            standing = "empty"
        elif tube.calibration_id != part.calibration_id:
            standing = "calibrated since"
    return PartOut.model_validate(
        {"tube": part.tube_id, "label": part.label, "volume_ml": part.parts, "share": part.parts,
         "standing": standing}
    )  # fmt: skip


def _mixture(kept: KeptMixture, parts: Sequence[KeptPart]) -> TubeMixture | None:
    """It as a mixture to go on with; none where what is in it is in no tube."""
    amounts: dict[int, float] = {}
    for part in parts:
        if part.tube_id is not None:
            amounts[part.tube_id] = amounts.get(part.tube_id, 0.0) + part.parts
    if not 1 <= len(amounts) <= MOST_IN_MIXTURE:
        return None
    whole = sum(amounts.values())
    return TubeMixture(
        parts=[
            TubePart(tube=tube, parts=float(f"{100 * share / whole:.6g}"))
            for tube, share in amounts.items()
        ],
        name=kept.name,
        origin=Origin(kind="kept", id=kept.pk),
    )


def _mixing_out(row: Mixing, target: Look | None) -> MixingOut:
    wanted, lab = row.target_lab, row.lab
    off = None if wanted is None or lab is None else float(delta_e_2000(lab, wanted))
    return MixingOut.model_validate(
        {"at": row.at, "came": row.came, "name": row.name, "volume_ml": row.volume_ml,
         "growth": row.growth, "delta_e": off, "target": target}
    )  # fmt: skip


def _remark_out(row: Remark, look: Look | None, kept: KeptMixture) -> RemarkOut:
    lab = row.lab
    off = None if lab is None else float(delta_e_2000(lab, kept.lab))
    return RemarkOut.model_validate(
        {"at": row.at, "how": row.how, "wet": row.wet, "word": row.word, "look": look,
         "delta_e": off, "says": "" if off is None else difference_in_words(off),
         "photograph": row.photograph_id}
    )  # fmt: skip


def _made(kept: KeptMixture, mixings: Sequence[Mixing]) -> list[MadeStep]:
    """The ledger of the pile that it was mixed in last, as a strip of small patches."""
    pile = next((each.source_key for each in mixings if each.source_kind == PILE), None)
    if pile is None or not Pile.objects.filter(pk=pile, painter=kept.painter).exists():
        return []
    ledger = Ledger(kept.painter, {pile})
    steps = [step for step in ledger.pile(pile).steps if step.lab is not None][-MOST_STEPS:]
    codes = hex_from_lab(np.array([step.lab for step in steps]))[0] if steps else []
    return [
        MadeStep(label=step_words(ledger, pile, step)[0], srgb=code)
        for step, code in zip(steps, codes, strict=True)
    ]


def _links(kept: KeptMixture, mixings: Sequence[Mixing]) -> list[Link]:
    """Where it came from, and where it was used, as far as that is still there."""
    of: list[Source] = [
        (each.source_kind, each.source_key) for each in mixings if each.source_key is not None
    ]
    found = dict.fromkeys([*of, *used_in((KEPT, kept.pk))])
    told = []
    for kind, key in found:
        if link := _LINKS[kind](kept.painter, key) if kind in _LINKS else None:
            told.append(link)
    return [link for i, link in enumerate(told) if link not in told[:i]]


def _pile_link(painter: Painter, key: int) -> Link | None:
    pile = Pile.objects.filter(painter=painter, pk=key, thrown_away=False).first()
    return Link(kind="pile", id=key, title=pile.name) if pile else None


def _sheet_link(painter: Painter, key: int) -> Link | None:
    sheet = Sheet.objects.filter(painter=painter, pk=key, thrown_away=False).first()
    return Link(kind="sheet", id=key, title=sheet.name) if sheet else None


def _patch_link(painter: Painter, key: int) -> Link | None:
    patch = Patch.objects.filter(pk=key, sheet__painter=painter).select_related("sheet").first()
    if patch is None or patch.sheet.thrown_away:
        return None
    return Link(kind="sheet", id=patch.sheet_id, title=f"{patch.sheet.name}, {patch.label}")


def _passage_link(painter: Painter, key: int) -> Link | None:
    of = Q(pk=key, painting__painter=painter, painting__thrown_away=False)
    passage = Passage.objects.filter(of).select_related("painting").first()
    if passage is None:
        return None
    title = f"{passage.painting.name}, {passage.name}"
    return Link(kind="painting", id=passage.painting_id, title=title)


def _kept_link(painter: Painter, key: int) -> Link | None:
    kept = KeptMixture.objects.filter(painter=painter, pk=key, thrown_away=False).first()
    return Link(kind="kept", id=key, title=kept.name) if kept else None


_LINKS = {
    PILE: _pile_link,
    SHEET: _sheet_link,
    PATCH: _patch_link,
    PASSAGE: _passage_link,
    KEPT: _kept_link,
}


@receiver(restored)
def _restored(**_: object) -> None:
    for kept in KeptMixture.objects.prefetch_related("parts", "mixings", "remarks"):
        entry_out(kept)
