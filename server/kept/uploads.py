"""Files that come in: read in pieces, and never more than is taken."""

from typing import Final

from django.http import HttpRequest

from mesotint.errors import InputError

_CHUNK: Final = 64 * 1024
_DRAINED_AT_MOST: Final = 1024 * 1024 * 1024


class TooBig(InputError):
    """A file that is larger than is taken."""


def body_of(request: HttpRequest, most_bytes: int, too_big: str, field: str) -> bytes:
    """The bytes that were sent, read in pieces; what is too much is thrown away as it comes.

    Raises
    ------
    TooBig
        For more than `most_bytes`, with the sentence `too_big`. What is still coming is taken off
        the line first: a browser reads no answer while it is still sending.
    """
    kept, read = bytearray(), 0
    while read < _DRAINED_AT_MOST and (piece := request.read(_CHUNK)):
        read += len(piece)
        if read <= most_bytes:
            kept += piece
        else:
            kept.clear()
    if read > most_bytes:
        raise TooBig(too_big, field)
    return bytes(kept)
