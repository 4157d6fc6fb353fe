"""Spanish."""

from bunraku.core.languages.es.plurals import one_form
from bunraku.core.languages.language import read_language

SPANISH = read_language("es", one_form=one_form)
