"""Readings as CxF 3 (ISO 17972-1, colour exchange format), read and written by colour-cxf.

A sample is an object with a reflectance spectrum, or CIELAB under the illuminant its specification
names. Parts of white are a tag of ours on the object; without it a name such as ``Ultramarine 1:9``
tells.
"""

from collections.abc import Sequence
from typing import Any, Final

import numpy as np
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from mesotint.errors import InputError
from mesotint.formats.faults import Fault, Faults, FileFaults, text_of
from mesotint.formats.readings import (
    NamedReading,
    lab_reading,
    light_of,
    on_our_grid,
    white_parts_in,
)
from mesotint.optics.grid import WAVELENGTHS_NM
from mesotint.paints.calibration import Reading

TAGS: Final = "Mesotint"
WHITE_TAG: Final = "WhiteParts"
SPECIFICATION: Final = "D65-2"
STEP_NM: Final = 10
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
    # The library takes long to import, and only those who read such a file need it.
    import colour_cxf

    text = text_of(data)
    try:
        fromstring(text.encode(), forbid_dtd=True)
    except DefusedXmlException:
        raise FileFaults(
            [Fault(1, "It declares a document type or entities, which a CxF file never needs.")]
        ) from None
    except ParseError as error:
        raise FileFaults([Fault(error.position[0], "This is not well-formed XML.")]) from None
    try:
        cxf = colour_cxf.read_cxf(text.encode())
    except Exception:  # The library raises whatever its parser meets.
        raise FileFaults([Fault(1, "This is XML, but no CxF 3.")]) from None
    resources = cxf.resources
    objects = (
        resources.object_collection.object_value
        if resources and resources.object_collection
        else []
    )
    if not objects:
        raise FileFaults([Fault(0, "There is no object with a colour in it.")])
    lines = [
        i for i, line in enumerate(text.splitlines(), start=1) if "Object " in line and "<" in line
    ]
    faults, readings = Faults(), []
    specifications = _specifications(resources)
    for i, item in enumerate(objects):
        line = lines[i] if i < len(lines) else 0
        with faults.noting(line):
            readings.append(_reading(item, specifications))
    faults.refuse()
    return readings


def _specifications(resources: Any) -> dict[str, Any]:
    found = resources.color_specification_collection
    return {spec.id: spec for spec in (found.color_specification if found else [])}


def _reading(item: Any, specifications: dict[str, Any]) -> NamedReading:
    name = item.name or item.id or "sample"
    tags = [tag for group in item.tag_collection or [] for tag in group.tag or []]
    white = white_parts_in(name)
    for tag in tags:
        if tag.name == WHITE_TAG:
            try:
                white = float(tag.value)
            except (TypeError, ValueError):
                raise InputError(
                    f"The parts of white of “{name}” are no number.", "white"
                ) from None
    values = item.color_values.choice if item.color_values else []
    for value in values:
        kind = type(value).__name__
        if kind == "ReflectanceSpectrum":
            spec = specifications.get(value.color_specification)
            grid = spec and spec.measurement_spec and spec.measurement_spec.wavelength_range
            start = value.start_wl or (grid and grid.start_wl) or 380
            step = (grid and grid.increment) or STEP_NM
            at = float(start) + float(step) * np.arange(len(value.value))
            return NamedReading(
                name, Reading.of_spectrum(white, on_our_grid(at, np.array(value.value)))
            )
    for value in values:
        if type(value).__name__ == "ColorCielab":
            spec = specifications.get(value.color_specification)
            lab = [value.l, value.a, value.b]
            if any(part is None for part in lab):
                raise InputError(f"The CIELAB of “{name}” lacks a number.", "lab")
            return NamedReading(name, lab_reading(white, lab, _light(spec, name)))
    raise InputError(f"“{name}” has neither a reflectance spectrum nor CIELAB.", "colour")


def _light(specification: Any, name: str) -> str:
    tristimulus = specification.tristimulus_spec if specification else None
    if tristimulus is None:
        return "D50"
    observer = tristimulus.observer
    if observer is not None and str(getattr(observer.value, "value", observer.value)).startswith(
        "10"
    ):
        raise InputError(f"“{name}” was measured for the 10° observer; measure for 2°.", "light")
    lamp = tristimulus.illuminant_or_custom_illuminant
    word = getattr(getattr(lamp, "value", None), "value", None) if lamp is not None else "D50"
    return light_of(str(word))


def write_cxf(readings: Sequence[NamedReading], created: str) -> bytes:
    """Readings as CxF 3: spectra where there are any, CIELAB under D65 and 2° for all.

    Parameters
    ----------
    readings : sequence of NamedReading
    created : str
        Date and time, as ISO 8601 has it, with its offset.
    """
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
