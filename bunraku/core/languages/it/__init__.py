"""Italian."""

from bunraku.core.languages.it.plurals import one_form
from bunraku.core.languages.language import read_language

ITALIAN = read_language("it", one_form=one_form)
