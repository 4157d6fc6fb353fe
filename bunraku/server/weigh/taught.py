"""What is told of an outlet and what outcomes taught of it, as weighing takes it."""

from typing import Any

from bunraku.core.weigh.chance import own_strength
from bunraku.server.projects.models import Outlet


def told_of_outlet(outlet: Outlet | None) -> dict[str, Any]:
    """Standing, pull, and by how much outcomes taught that its strength and sharpness are others;
    without an outlet none of it is known."""
    if outlet is None:
        return {"standing": None}
    taught = outlet.taught
    return {
        "standing": outlet.standing,
        "pull": outlet.pull,
        "stronger": float(taught.get("offset", 0.0)),
        "sharpness": sharpness_of(outlet),
    }


def sharpness_of(outlet: Outlet | None) -> float:
    """How sharply strength decides for an outlet: 1, or what outcomes taught."""
    return float(outlet.taught.get("sharpness", 1.0)) if outlet else 1.0


def strength_of(outlet: Outlet) -> float:
    """An outlet's own strength once settled, 0-100: as told, and as outcomes taught."""
    told = float(own_strength(outlet.standing, 1, outlet.channel, outlet.pull)[0])
    return min(100.0, max(0.0, told + float(outlet.taught.get("offset", 0.0))))
