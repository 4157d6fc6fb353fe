"""Portuguese."""

from bunraku.core.languages.language import read_language
from bunraku.core.languages.pt.plurals import one_form

PORTUGUESE = read_language("pt", one_form=one_form)
