"""What a scope is about, in the words of the project and its seeds: what fit and relevance are told
against."""

from bunraku.server.gather.models import Origin
from bunraku.server.sheet.models import Scope


def seeds_of(scope: Scope) -> list[str]:
    """The seeds that a scope was gathered from."""
    return sorted(
        set(Origin.objects.filter(scope=scope, method="seed").values_list("seed", flat=True))
    )


def about(scope: Scope) -> list[str]:
    """What the project says of itself, its own brands and the scope's seeds."""
    return [scope.project.about, *scope.project.own_brands, *seeds_of(scope)]
