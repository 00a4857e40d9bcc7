"""The small code on a card or a sheet: drawn, and found again in a picture.

QR code (ISO/IEC 18004), drawn by segno, read by OpenCV.
"""

import cv2
import numpy as np
import segno

from mesotint.optics.grid import Pixels


def code_rows(text: str) -> list[list[bool]]:
    """The modules of a code, row by row from the top, without the quiet zone around it.

    Parameters
    ----------
    text : str
        What it says: an address that it opens, or the name of a sheet.
    """
    return [[bool(module) for module in row] for row in segno.make_qr(text, error="m").matrix]


def codes_in(pixels: Pixels) -> list[str]:
    """What the codes in a picture say, each once.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB.
    """
    grey = cv2.cvtColor(np.ascontiguousarray(pixels), cv2.COLOR_RGB2GRAY)
    reader = cv2.QRCodeDetector()
    try:
        found, told, _, _ = reader.detectAndDecodeMulti(grey)
    except cv2.error:
        return []
    return list(dict.fromkeys(text for text in told if text)) if found else []
