"""JSON in few bytes: how it is packed and read again. Nothing here knows the database, so that
packing can be done by a process that does not either."""

import zlib
from typing import Any

from pydantic_core import from_json, to_json

SHORTEST_PACKED = 120
"""Bytes of JSON from which packing pays: below, the packed form is hardly shorter and takes
time."""

# Words that answers of sources are full of: knowing them beforehand, the packer halves even a
# single results page. What is stored rests on them, so they are never changed; another list would
# be another format, told by its first byte.
_KNOWN_WORDS = (
    b'"monthly":,"history":[["2024-01",0],["2024-02",["2025-01",["2025-02",["2025-03",["2025-04",'
    b'["2025-05",["2025-06",["2025-07",["2025-08",["2025-09",["2025-10",["2025-11",["2025-12",'
    b'["2026-01",["2026-02",["2026-03",["2026-04",["2026-05",["2026-06",["2026-07",["2026-08",'
    b'["2026-09",["2026-10",["2026-11",["2026-12",["2027-01",'
    b'"title":"how to best guide review for beginners near me what is","description":"","tags":['
    b'"ads":0,"features":["answer_box","questions_box","video_strip","map","shopping_strip"],'
    b'"questions":["how to ","what is ","related":["best ","near me"]},"results":[]'
    b'{"position":1,"address":"https://www.example/","title":"","publisher":".example",'
    b'"standing":0.0,"pull":0.0,"published":"2026-01-01"},'
)
_AS_IT_IS = b'{["ntf-0123456789'
_PACKED = b"\x01"


def pack(value: Any) -> bytes:
    """A value as JSON, packed where that is shorter."""
    text = to_json(value)
    if len(text) < SHORTEST_PACKED:
        return text
    packer = zlib.compressobj(6, zdict=_KNOWN_WORDS)
    return _PACKED + packer.compress(text) + packer.flush()


def unpack(stored: bytes | memoryview) -> Any:
    """The value of its packed form. Raises: `ValueError` for what was not made by `pack`."""
    stored = bytes(stored)
    if stored[:1] == _PACKED:
        return from_json(zlib.decompressobj(zdict=_KNOWN_WORDS).decompress(stored[1:]))
    if stored[:1] and stored[:1] in _AS_IT_IS:
        return from_json(stored)
    raise ValueError("not a packed value")
