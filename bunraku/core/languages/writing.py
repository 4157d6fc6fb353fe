"""Tables of a language for writing a keyword as one would write it, from its `writing.toml`."""

import tomllib
from collections.abc import Mapping
from functools import cache
from pathlib import Path


@cache
def writing_words(language: str) -> Mapping[str, frozenset[str]]:
    """The words of each table that is a list. Raises: `OSError` for a language without a file."""
    return {
        name: frozenset(told.split())
        for name, told in _file(language).items()
        if isinstance(told, str)
    }


@cache
def writing_forms(language: str, table: str) -> Mapping[str, str]:
    """A table of words and what they become. Raises: as `writing_words`; `KeyError` for a table
    that there is not."""
    told = _file(language)[table]
    return {} if isinstance(told, str) else told


@cache
def _file(language: str) -> Mapping[str, str | dict[str, str]]:
    path = Path(__file__).parent / language / "writing.toml"
    return tomllib.loads(path.read_text("utf-8"))
