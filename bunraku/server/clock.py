"""The day it is: one place to ask, so that a demo or a test can fix it."""

from datetime import date

from django.conf import settings
from django.utils import timezone


def today() -> date:
    """Today, or the fixed day of the settings."""
    return date.fromisoformat(settings.TODAY) if settings.TODAY else timezone.localdate()
