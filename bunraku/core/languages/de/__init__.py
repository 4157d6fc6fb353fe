"""German."""

from bunraku.core.languages.de.plurals import one_form
from bunraku.core.languages.de.spelling import one_spelling
from bunraku.core.languages.language import read_language

GERMAN = read_language("de", one_form=one_form, one_spelling=one_spelling)
