"""French."""

from bunraku.core.languages.fr.plurals import one_form
from bunraku.core.languages.language import read_language

FRENCH = read_language("fr", one_form=one_form)
