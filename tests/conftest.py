"""What holds for all tests."""

from collections.abc import Iterator

import hypothesis
import pytest
import stamina

# A busy machine makes an example slow, and no test fail.
hypothesis.settings.register_profile("calm", deadline=None)
hypothesis.settings.load_profile("calm")

MANY_ATTEMPTS = 100


@pytest.fixture(autouse=True)
def no_waiting() -> Iterator[None]:
    """Sources that are busy are asked again as often as ever, but at once."""
    with stamina.set_testing(True, attempts=MANY_ATTEMPTS, cap=True):
        yield
