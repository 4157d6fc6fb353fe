"""The ids of channels, of what is written for them and of kinds of piece: the names that types and
the API's description know."""

from typing import Literal

ChannelId = Literal["web", "video", "marketplace"]
FormId = Literal["page", "video", "listing"]
KindId = Literal["article", "guide", "landing", "location", "home", "video", "listing"]
