"""The channels of search that there are. Whatever differs between them is asked of the channel; one
that is not here raises. To add one, name its module and its ids here."""

from typing import get_args

from bunraku.core.channels.channel import Channel, ClusterFacts, Kind
from bunraku.core.channels.form import Form, Profile
from bunraku.core.channels.ids import ChannelId, FormId, KindId
from bunraku.core.channels.marketplace import MARKETPLACE
from bunraku.core.channels.video import VIDEO
from bunraku.core.channels.web import WEB

CHANNELS: dict[str, Channel] = {channel.id: channel for channel in (WEB, VIDEO, MARKETPLACE)}
CHANNEL_IDS: tuple[ChannelId, ...] = get_args(ChannelId)
IN_WORDS = f"{', '.join(CHANNEL_IDS[:-1])} or {CHANNEL_IDS[-1]}"
"""All channels, as a sentence lists them."""
FORMS: dict[str, Form] = {channel.form.id: channel.form for channel in CHANNELS.values()}
KINDS: dict[str, Kind] = {kind.id: kind for each in CHANNELS.values() for kind in each.kinds}
"""Every kind of piece, by its id."""
PROFILES: dict[str, Profile] = {
    profile.id: profile for form in FORMS.values() for profile in form.profiles
}
"""Every profile of limits; an outlet has one, whose numbers a person may change."""


def channel_named(channel: str) -> Channel:
    """A channel by its id. Raises: `ValueError` for one that there is not."""
    try:
        return CHANNELS[channel]
    except KeyError:
        raise ValueError(f"no channel {channel!r}") from None


def form_named(form: str) -> Form:
    """A form by its id. Raises: `ValueError` for one that there is not."""
    try:
        return FORMS[form]
    except KeyError:
        raise ValueError(f"no form {form!r}") from None


__all__ = [
    "CHANNELS",
    "CHANNEL_IDS",
    "FORMS",
    "IN_WORDS",
    "KINDS",
    "PROFILES",
    "Channel",
    "ChannelId",
    "ClusterFacts",
    "Form",
    "FormId",
    "Kind",
    "KindId",
    "channel_named",
    "form_named",
]
