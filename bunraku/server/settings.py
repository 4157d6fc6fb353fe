"""Settings, safe on loopback by default; each can be set in the environment (see
docs/architecture.md)."""

import hashlib
import os
from datetime import timedelta
from pathlib import Path
from urllib.parse import urlsplit

from csp.constants import NONCE, NONE, SELF
from environs import Env, validate

from bunraku.installation.folder import DATABASE, OWNER_ONLY, key_of

env = Env()
ROOT = Path(__file__).resolve().parents[2]
DATA = env.path("BUNRAKU_DATA", ROOT / "var" / "own")
DATA.mkdir(parents=True, exist_ok=True, mode=0o700)
# What is made here is for whoever runs it alone.
os.umask(OWNER_ONLY)

DEMO = env.bool("BUNRAKU_DEMO", False)
"""Sign the demo's person in by itself, for requests from this machine only."""
PUBLIC = env.str("BUNRAKU_PUBLIC", "")
"""The address that people reach Bunraku at through a proxy with TLS, as in https://keywords.example;
empty: on this machine alone."""
SIGN_UP = env.str(
    "BUNRAKU_SIGN_UP",
    "invited" if PUBLIC else "open",
    validate=validate.OneOf(["open", "invited", "closed"]),
)
"""Who may make an account: anybody (the usual on this machine alone), whoever is invited (the usual
behind a proxy; the first account needs no invitation), or nobody."""
NINJA_NUM_PROXIES = 0
"""The web server tells where a request came from; what a request says of itself is not believed."""
NINJA_DEFAULT_THROTTLE_RATES = {"sign_up": "5/m"}
REHEARSAL_FAULTS = env.float("BUNRAKU_REHEARSAL_FAULTS", 0.0)
"""Share of the practice sources' calls that fail, 0-1."""
TODAY = env.str("BUNRAKU_TODAY", "")
"""A fixed day (ISO 8601) instead of the clock's, for demos and tests."""
STARTING_LOOKUPS = env.int("BUNRAKU_STARTING_LOOKUPS", 12_000)
"""Lookups that a new project may spend."""


SECRET_KEY = env.str("BUNRAKU_SECRET_KEY", "") or key_of(DATA)
DEBUG = False
ALLOWED_HOSTS = env.list("BUNRAKU_HOSTS", ["localhost", "127.0.0.1", "[::1]"])

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "csp",
    "axes",
    "django_tasks",
    "django_tasks_db",
    "bunraku.server.journal",
    "bunraku.server.projects",
    "bunraku.server.jobs",
    "bunraku.server.sheet",
    "bunraku.server.readings",
    "bunraku.server.gather",
    "bunraku.server.weigh",
    "bunraku.server.cluster",
    "bunraku.server.plan",
    "bunraku.server.write",
    "bunraku.server.follow",
    "bunraku.server.start",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    # Before those that answer by themselves, so that their answers have its header too.
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "bunraku.server.problems.api_is_not_stored",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "bunraku.server.inputs.bodies_are_bounded",
    "bunraku.server.loopback.demo_is_for_this_machine",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "bunraku.server.journal.acting.nobody_acts_yet",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "bunraku.server.urls"
WSGI_APPLICATION = "bunraku.server.wsgi.application"
TEMPLATES: list[dict[str, object]] = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "bunraku/server/static"],
    }
]

_JOURNALLED = (
    "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL; "
    # Checkpoints every 32 MB: an import of a hundred thousand rows would make dozens otherwise. The
    # log is cut down to as much when one is done.
    "PRAGMA wal_autocheckpoint=8000; PRAGMA journal_size_limit=33554432; "
)
SQLITE_FOR_ONE = f"{_JOURNALLED}PRAGMA cache_size=-32000; PRAGMA mmap_size=67108864;"
"""How a process with one connection opens the database: with much of it in memory."""
SQLITE_FOR_MANY = f"{_JOURNALLED}PRAGMA cache_size=-4000;"
"""The same for one with a connection a thread, each of which has a memory of its own."""
SQLITE = {
    "ENGINE": "django.db.backends.sqlite3",
    "NAME": DATA / DATABASE,
    "OPTIONS": {
        # Readers that later write would fail in deferred mode however long they wait.
        "transaction_mode": "IMMEDIATE",
        "timeout": 20,
        "init_command": SQLITE_FOR_ONE,
    },
    # A file, because live-server tests write from several threads at once.
    "TEST": {"NAME": DATA / "test.sqlite3"},
}
"""The embedded database, in the data folder."""
_ELSEWHERE = env.dj_db_url("DATABASE_URL", "") if env.str("DATABASE_URL", "") else None
DATABASES = {"default": {**(_ELSEWHERE or SQLITE), "CONN_MAX_AGE": None}}
"""The database: the embedded one, or a server's that DATABASE_URL names."""
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}

AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 10},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AUTHENTICATION_BACKENDS = [
    # Before the password is looked at: checking one takes a second of computing.
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
# Wrong passwords in a row for one account, or from one address, after which a minute passes before
# the next is looked at: thousands of tries a day instead of millions, and a person who mistypes
# waits no longer than that.
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = timedelta(minutes=1)
AXES_LOCKOUT_PARAMETERS = ["username", "ip_address"]
AXES_RESET_ON_SUCCESS = True
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_LOCKOUT_CALLABLE = "bunraku.server.projects.people.answer_as_it_is"
AXES_DISABLE_ACCESS_LOG = True
AXES_VERBOSE = False
# In the database, so that who signs out ends the session wherever its cookie was copied to.
SESSION_ENGINE = "django.contrib.sessions.backends.db"
if PUBLIC:
    # Reached through a proxy with TLS, and in no other way.
    ALLOWED_HOSTS = [*ALLOWED_HOSTS, urlsplit(PUBLIC).hostname or ""]
    CSRF_TRUSTED_ORIGINS = [PUBLIC.rstrip("/")]
    SECURE_SSL_REDIRECT = True
    SECURE_HSTS_SECONDS = 365 * 24 * 3_600
    SECURE_HSTS_INCLUDE_SUBDOMAINS = True
    SECURE_HSTS_PRELOAD = True
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = bool(PUBLIC)
# Two Bunrakus on one machine share its name, and cookies know no port: each keeps its own.
SESSION_COOKIE_NAME = f"bunraku_{hashlib.blake2b(str(DATA).encode(), digest_size=4).hexdigest()}"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
DATA_UPLOAD_MAX_MEMORY_SIZE = 2_000_000
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "object-src": [NONE],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True
STATIC_URL = "/static/"
STATIC_ROOT = ROOT / "bunraku/server/static"
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+-[\w-]{8}\.\w+$"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"plain": {"format": "{levelname} {name}: {message}", "style": "{"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "plain"}},
    # How many requests wait is nothing that a person can act on.
    "loggers": {"waitress.queue": {"level": "ERROR"}, "axes": {"level": "ERROR"}},
    "root": {"handlers": ["console"], "level": env.str("BUNRAKU_LOG", "WARNING")},
}
