"""How texts are parted into the pieces that a model knows, as a file that `tokenizers` reads."""

from tokenizers import Tokenizer, models, normalizers, pre_tokenizers, processors

from tools.sentence_models.graph import LONGEST
from tools.sentence_models.weights import Weights

UNKNOWN = "[UNK]"
BEFORE = "query: "
"""What the model of several languages was taught to find before a text that is searched for."""
_SPACE = "▁"
_SPECIAL = 4
"""Pieces at the beginning of the vocabulary that stand for no text."""
_LETTERS = frozenset(
    "abcdefghijklmnopqrstuvwxyz0123456789äöüßàâæçéèêëîïôœùûÿñáíóúìòãõªº°²½€£$%&()+-./,:;!?¿¡'\"’–×"
)
"""What texts of our languages are written with."""
_SELDOM = 190_000
"""From this number on, in the order of how common they are, pieces are seldom ones."""
_SHORT = 3
"""Pieces of so many letters are kept however seldom: any text can be put together of them."""


def of_words(weights: Weights) -> Tokenizer:
    """Pieces of words, the longest first, after lower case and without accents."""
    numbers = {piece: number for number, piece in enumerate(weights.pieces)}
    made = Tokenizer(models.WordPiece(numbers, unk_token=UNKNOWN))
    made.normalizer = normalizers.BertNormalizer(lowercase=True)
    made.pre_tokenizer = pre_tokenizers.BertPreTokenizer()
    ends = [(name, numbers[name]) for name in ("[CLS]", "[SEP]")]
    made.post_processor = processors.TemplateProcessing("[CLS] $A [SEP]", None, ends)
    return _bounded(made, numbers["[PAD]"], "[PAD]")


def likeliest(weights: Weights) -> Tokenizer:
    """The likeliest pieces; before each text stands `BEFORE`."""
    numbers = {piece: number for number, piece in enumerate(weights.pieces)}
    pairs = list(zip(weights.pieces, weights.scores, strict=True))
    made = Tokenizer(models.Unigram(pairs, numbers["<unk>"], False))
    made.normalizer = normalizers.Sequence(
        [normalizers.NFKC(), normalizers.Lowercase(), normalizers.Prepend(BEFORE)]
    )
    made.pre_tokenizer = pre_tokenizers.Metaspace()
    ends = [(name, numbers[name]) for name in ("<s>", "</s>")]
    made.post_processor = processors.TemplateProcessing("<s> $A </s>", None, ends)
    return _bounded(made, numbers["<pad>"], "<pad>")


def of_our_languages(weights: Weights) -> Weights:
    """The model with only the pieces that texts of our languages, in lower case, are made of."""
    order = [number for number, piece in enumerate(weights.pieces) if _ours(number, piece)]
    tensors = dict(weights.tensors)
    name = "embeddings.word_embeddings.weight"
    tensors[name] = tensors[name][order]
    pieces, scores = ([of[n] for n in order] for of in (weights.pieces, weights.scores))
    return Weights(tensors, weights.layers, pieces, scores)


def _ours(number: int, piece: str) -> bool:
    bare = piece.removeprefix(_SPACE)
    common = number < _SELDOM or len(bare) <= _SHORT
    return number < _SPECIAL or (common and _LETTERS.issuperset(bare))


def _bounded(made: Tokenizer, number: int, name: str) -> Tokenizer:
    made.enable_truncation(LONGEST)
    made.enable_padding(pad_id=number, pad_token=name)
    return made
