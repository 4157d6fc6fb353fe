"""English."""

from bunraku.core.languages.en.plurals import one_form
from bunraku.core.languages.en.spelling import one_spelling
from bunraku.core.languages.language import read_language

ENGLISH = read_language("en", one_form=one_form, one_spelling=one_spelling)
