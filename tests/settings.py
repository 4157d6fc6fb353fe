"""Settings for tests: a database of their own, jobs at once, a fixed day, fast passwords."""

import os
import tempfile

# Of each process that runs tests a folder of its own: some look what is left in it.
if "PYTEST_XDIST_WORKER" in os.environ or "BUNRAKU_DATA" not in os.environ:
    os.environ["BUNRAKU_DATA"] = tempfile.mkdtemp(prefix="bunraku-tests-")
os.environ.setdefault("BUNRAKU_TODAY", "2026-10-15")

from bunraku.server.settings import *  # noqa: F403

TASKS = {"default": {"BACKEND": "django_tasks.backends.immediate.ImmediateBackend"}}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
WHITENOISE_AUTOREFRESH = True
NINJA_DEFAULT_THROTTLE_RATES = {"sign_up": "10000/m"}
