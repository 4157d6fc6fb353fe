"""What one's own outlets are called where they publish."""

from collections.abc import Iterable

from bunraku.core.text.addresses import bare_address
from bunraku.server.projects.models import Outlet


def own_names(outlets: Iterable[Outlet], channel: str) -> frozenset[str]:
    """What tells one's own results from others' on a channel: names of one's outlets, and hosts
    where the whole of it is theirs (a channel or shop shares its platform's host with all others),
    in lower case."""
    mine = [outlet for outlet in outlets if outlet.channel == channel]
    hosts = (bare for outlet in mine if "/" not in (bare := bare_address(outlet.address)))
    names = (outlet.name.casefold() for outlet in mine)
    return frozenset(name for name in (*hosts, *names) if name)
