"""Dutch."""

from bunraku.core.languages.language import read_language
from bunraku.core.languages.nl.plurals import one_form

DUTCH = read_language("nl", one_form=one_form)
