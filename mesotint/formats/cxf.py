"""Readings as CxF 3 (ISO 17972-1, colour exchange format), written by colour-cxf.

They are read element by element, since a model of the whole schema takes seconds for what is wanted
of it.

A sample is an object with a reflectance spectrum, or CIELAB under the illuminant its specification
names. Parts of white are a tag of ours on the object; without it a name such as ``Ultramarine 1:9``
tells.
"""

import math
import re
from collections.abc import Iterator, Mapping, Sequence
from itertools import zip_longest
from typing import Any, Final
from xml.etree.ElementTree import Element

from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from mesotint.errors import InputError
from mesotint.formats.faults import Fault, Faults, FileFaults, text_of
from mesotint.formats.readings import (
    NamedReading,
    Spectral,
    lab_reading,
    light_of,
    readings_of,
    white_parts_in,
)
from mesotint.optics.grid import WAVELENGTHS_NM

SPACE: Final = "http://colorexchangeformat.com/CxF3-core"
TAGS: Final = "Mesotint"
WHITE_TAG: Final = "WhiteParts"
SPECIFICATION: Final = "D65-2"
STEP_NM: Final = 10
_OBJECT: Final = re.compile(r"<(?:\w+:)?Object\s")
_SPECTRAL_PLACES: Final = 6
_LAB_PLACES: Final = 5


def read_cxf(data: bytes) -> list[NamedReading]:
    """Readings of a CxF 3 file.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        For what is no CxF, for XML with a document type or entities, and with every fault and the
        line of its object.
    """
    text = text_of(data)
    try:
        whole = fromstring(text.encode(), forbid_dtd=True)
    except DefusedXmlException:
        raise FileFaults(
            [Fault(1, "It declares a document type or entities, which a CxF file never needs.")]
        ) from None
    except ParseError as error:
        raise FileFaults([Fault(error.position[0], "This is not well-formed XML.")]) from None
    if whole.tag != f"{{{SPACE}}}CxF":
        raise FileFaults([Fault(1, "This is XML, but no CxF 3.")])
    objects = whole.findall(_path("Resources", "ObjectCollection", "Object"))
    if not objects:
        raise FileFaults([Fault(0, "There is no object with a colour in it.")])
    kept = _path("Resources", "ColorSpecificationCollection", "ColorSpecification")
    specifications = {each.get("Id"): each for each in whole.findall(kept)}
    faults = Faults()
    found: list[NamedReading | Spectral] = []
    for line, item in zip_longest(_lines(text), objects):
        if item is None:
            break
        with faults.noting(line or 0):
            found.append(_reading(item, specifications, line or 0))
    spectral = iter(readings_of([each for each in found if isinstance(each, Spectral)], faults))
    faults.refuse()
    return [next(spectral) if isinstance(each, Spectral) else each for each in found]


def _path(*names: str) -> str:
    return "/".join(f"{{{SPACE}}}{name}" for name in names)


def _lines(text: str) -> Iterator[int]:
    """The line of each object, from 1."""
    line = at = 0
    for begun in _OBJECT.finditer(text):
        line += text.count("\n", at, begun.start())
        at = begun.start()
        yield line + 1


def _reading(
    item: Element, specifications: Mapping[str | None, Element], line: int
) -> NamedReading | Spectral:
    name = item.get("Name") or item.get("Id") or "sample"
    white = white_parts_in(name)
    for tag in item.findall(_path("TagCollection", "Tag")):
        if tag.get("Name") == WHITE_TAG:
            white = _number(tag.get("Value"), f"The parts of white of “{name}” are no number.")
    spectrum = item.find(_path("ColorValues", "ReflectanceSpectrum"))
    if spectrum is not None:
        return _spectral(spectrum, specifications, name, white, line)
    colour = item.find(_path("ColorValues", "ColorCIELab"))
    if colour is None:
        raise InputError(f"“{name}” has neither a reflectance spectrum nor CIELAB.", "colour")
    lacks = f"The CIELAB of “{name}” lacks a number."
    lab = [_number(colour.findtext(_path(part)), lacks) for part in "LAB"]
    light = _light(specifications.get(colour.get("ColorSpecification")), name)
    return NamedReading(name, lab_reading(white, lab, light))


def _spectral(
    spectrum: Element,
    specifications: Mapping[str | None, Element],
    name: str,
    white: float,
    line: int,
) -> Spectral:
    spec = specifications.get(spectrum.get("ColorSpecification"))
    grid = None if spec is None else spec.find(_path("MeasurementSpec", "WavelengthRange"))
    told = {} if grid is None else grid.attrib
    wrong = f"The spectrum of “{name}” has something in it that is no number."
    start = _number(spectrum.get("StartWL") or told.get("StartWL") or "380", wrong)
    step = _number(told.get("Increment") or str(STEP_NM), wrong)
    values = [_number(word, wrong) for word in (spectrum.text or "").split()]
    at = tuple(start + step * i for i in range(len(values)))
    return Spectral(line, name, white, at, values)


def _number(text: str | None, wrong: str) -> float:
    try:
        value = float(text or "")
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        raise InputError(wrong, "file")
    return value


def _light(specification: Element | None, name: str) -> str:
    seen = None if specification is None else specification.find(_path("TristimulusSpec"))
    if seen is None:
        return "D50"
    if (seen.findtext(_path("Observer")) or "").startswith("10"):
        raise InputError(f"“{name}” was measured for the 10° observer; measure for 2°.", "light")
    return light_of(seen.findtext(_path("Illuminant")) or "D50")


def write_cxf(readings: Sequence[NamedReading], created: str) -> bytes:
    """Readings as CxF 3: spectra where there are any, CIELAB under D65 and 2° for all.

    Parameters
    ----------
    created : str
        Date and time, as ISO 8601 has it, with its offset.
    """
    # The library takes long to import, and only those who write such a file need it.
    import colour_cxf
    from colour_cxf import cxf3
    from xsdata.models.datatype import XmlDateTime

    when = XmlDateTime.from_string(created)
    objects = []
    for i, named in enumerate(readings, start=1):
        reading = named.reading
        lightness, a, b = (round(float(v), _LAB_PLACES) for v in reading.lab)
        values: list[Any] = [
            cxf3.ColorCielab(l=lightness, a=a, b=b, color_specification=SPECIFICATION)
        ]
        if reading.reflectance is not None:
            told = [round(float(v), _SPECTRAL_PLACES) for v in reading.reflectance]
            values.insert(
                0,
                cxf3.ReflectanceSpectrum(
                    value=told,
                    start_wl=int(WAVELENGTHS_NM[0]),
                    color_specification=SPECIFICATION,
                ),
            )
        tag = cxf3.Tag(name=WHITE_TAG, value=f"{reading.white_parts:g}")
        objects.append(
            cxf3.Object(
                creation_date=cxf3.CreationDate(value=when),
                color_values=cxf3.ColorValues(choice=values),
                tag_collection=[cxf3.TagCollection(tag=[tag], name=TAGS)],
                object_type="Standard",
                name=named.name,
                id=f"sample{i}",
            )
        )
    specification = cxf3.ColorSpecification(
        id=SPECIFICATION,
        tristimulus_spec=cxf3.TristimulusSpec(
            illuminant_or_custom_illuminant=cxf3.Illuminant(value=cxf3.EilluminantType.D65),
            observer=cxf3.Observer(value=cxf3.EobserverType.VALUE_2_DEGREE),
        ),
        measurement_spec=cxf3.MeasurementSpec(
            measurement_type=cxf3.MeasurementType(value=cxf3.EspectrumType.SPECTRUM_REFLECTANCE),
            geometry_choice=cxf3.GeometryChoice(),
            wavelength_range=cxf3.WavelengthRange(
                start_wl=int(WAVELENGTHS_NM[0]), increment=STEP_NM
            ),
        ),
    )
    whole = cxf3.CxF(
        file_information=cxf3.FileInformation(
            creator="Mesotint", creation_date=cxf3.CreationDate(value=when)
        ),
        resources=cxf3.Resources(
            object_collection=cxf3.ObjectCollection(object_value=objects),
            color_specification_collection=cxf3.ColorSpecificationCollection(
                color_specification=[specification]
            ),
        ),
    )
    written: bytes = colour_cxf.write_cxf(whole)
    return written
