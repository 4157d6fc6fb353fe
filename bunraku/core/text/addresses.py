"""Addresses read as text: whose they are, and what they say of their page."""

import re
from functools import lru_cache
from urllib.parse import unquote


def host_of(address: str) -> str:
    """The host of an address, in lower case, without a leading "www."."""
    bare = address.split("://")[-1].split("/")[0].split("?")[0].casefold()
    return bare.removeprefix("www.")


@lru_cache(maxsize=100_000)
def bare_address(address: str) -> str:
    """An address as one tells it from others: in lower case, without scheme, "www.", what is behind
    a hash, and a stroke at the end."""
    bare = address.strip().casefold().split("://")[-1].split("#")[0]
    return bare.removeprefix("www.").rstrip("/")


@lru_cache(maxsize=100_000)
def address_words(address: str) -> str:
    """What an address says of its page: its path, without scheme, host and ending."""
    bare = address.split("://")[-1].split("?")[0].split("#")[0]
    path = bare.partition("/")[2]
    return unquote(re.sub(r"\.\w{2,5}$", "", path))
