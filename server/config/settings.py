"""Settings. JAR_MODE says which of the three ways the application runs: demo, serve or test.

demo is plain HTTP on loopback with a demo user; serve is for a TLS proxy and takes its
origin and secret from the environment; test is what Django's test runner uses.
"""

import os
import re
from datetime import timedelta
from pathlib import Path
from urllib.parse import parse_qsl, unquote, urlsplit

from csp.constants import NONCE, SELF
from django.core.exceptions import ImproperlyConfigured

ROOT = Path(__file__).resolve().parents[2]
MODE = os.environ.get("JAR_MODE", "demo")
if MODE not in ("demo", "serve", "test"):
    raise ImproperlyConfigured(f"JAR_MODE is {MODE!r}; it must be demo, serve or test")
SERVING = MODE == "serve"
DEMO = MODE == "demo"

# Which start of the server this is: told at /healthz, so that whoever started it knows that it is theirs.
INSTANCE = os.environ.get("JAR_INSTANCE", "")

DEBUG = False
SECRET_KEY = os.environ.get("JAR_SECRET_KEY") or ("" if SERVING else "only-for-loopback-" + "k" * 50)

if SERVING:
    ORIGIN = urlsplit(os.environ.get("JAR_ORIGIN", ""))
    if ORIGIN.scheme != "https" or not ORIGIN.hostname:
        raise ImproperlyConfigured("JAR_ORIGIN must be the https address people use, such as https://kitchen.example")
    ALLOWED_HOSTS = [ORIGIN.hostname]
    CSRF_TRUSTED_ORIGINS = [f"https://{ORIGIN.netloc}"]
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_SSL_REDIRECT = True
    SECURE_HSTS_SECONDS = 31_536_000
    SECURE_HSTS_INCLUDE_SUBDOMAINS = True
    # Browsers' own list of hosts is hard to leave again: only whoever asks for it is on it.
    SECURE_HSTS_PRELOAD = os.environ.get("JAR_HSTS_PRELOAD") == "yes"
    SILENCED_SYSTEM_CHECKS = ["security.W021"]
else:
    ALLOWED_HOSTS = ["127.0.0.1", "localhost"]

SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SERVING
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
# In the database: with a cache in each worker a session that was signed out went on in the others.
SESSION_ENGINE = "server.accounts.sessions"
# Unused for so long, and in any case after so long, somebody has to sign in anew; of a tablet the kitchen says it.
SESSION_IDLE = timedelta(days=14 if SERVING else 30)
SESSION_LONGEST = timedelta(days=90)
SESSION_COOKIE_AGE = int(SESSION_LONGEST.total_seconds())
# Under TLS no other host of the domain can set them.
COOKIE_PREFIX = "__Host-" if SERVING else ""
SESSION_COOKIE_NAME, CSRF_COOKIE_NAME = f"{COOKIE_PREFIX}sessionid", f"{COOKIE_PREFIX}csrftoken"
# Whose word on where a request comes from is taken: addresses or networks, parted by commas.
PROXIES = [one.strip() for one in os.environ.get("JAR_PROXIES", "127.0.0.1,::1").split(",") if one.strip()]
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        # Radix's dialog injects one style element, which carries this nonce; sliders position with style attributes.
        "style-src": [SELF, NONCE],
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": [SELF, "data:"],
        "object-src": ["'none'"],
        "base-uri": ["'none'"],
        "form-action": [SELF],
        "frame-ancestors": ["'none'"],
    }
}

INSTALLED_APPS = [
    "server.accounts",
    "server.work",
    "server.feed",
    "server.formulas",
    "server.pantry",
    "server.kitchens",
    "server.day",
    "server.instruments",
    "server.runs",
    "server.temperatures",
    "server.demo",
    "server.pages",
    "server.common",
    "server.generated",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.staticfiles",
    "django.contrib.postgres",
    "procrastinate.contrib.django",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_otp.plugins.otp_static",
    "django_vite",
    "csp",
]

MIDDLEWARE = [
    "server.common.middleware.RequestId",
    "server.config.health.Health",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "server.common.middleware.Problems",
    # Django's own hides the length of what it compresses, so that nothing secret is told by it.
    "django.middleware.gzip.GZipMiddleware",
    "server.pages.skew.Skew",
    "server.common.middleware.BodyLimit",
    "server.common.patience.Patience",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "server.accounts.persons.Persons",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]

ROOT_URLCONF = "server.config.urls"
WSGI_APPLICATION = "server.config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]


def database(url: str) -> dict[str, object]:
    """Django's database settings out of a postgresql:// address."""
    parts = urlsplit(url)
    if parts.scheme not in ("postgresql", "postgres"):
        raise ImproperlyConfigured("DATABASE_URL must begin with postgresql://; ./jar sets it for its own cluster")
    return {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": unquote(parts.path.lstrip("/")),
        "USER": unquote(parts.username or ""),
        "PASSWORD": unquote(parts.password or ""),
        "HOST": parts.hostname or "127.0.0.1",
        "PORT": parts.port or 5432,
        "CONN_MAX_AGE": 0 if MODE == "test" else 60,
        "CONN_HEALTH_CHECKS": True,
        # What stands after the question mark is libpq's: sslmode, sslrootcert …
        "OPTIONS": {"connect_timeout": 2, **dict(parse_qsl(parts.query))},
    }


# Commands that need no database (writing the API's schema) run without the address too.
DATABASES = {"default": database(os.environ.get("DATABASE_URL", "postgresql://127.0.0.1/none"))}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "accounts.User"
PASSWORD_HASHERS = ["server.accounts.hashers.OneLaneArgon2"]
if MODE == "test":
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]

# How long the core may reckon for one request [s]. The worst that the door lets in takes about one; what takes more is
# no formula of a kitchen. No test hangs on how fast a machine is.
RECKONED_AT_MOST_S = 60.0 if MODE == "test" else 4.0

# Only where nobody is served does a simulated reading count for anything.
REHEARSAL = not SERVING
# Real instruments that write lines, by the id of the one whose place they take: "core_probe=/dev/ttyUSB0,…".
INSTRUMENT_LINES = dict(
    one.strip().split("=", 1) for one in os.environ.get("JAR_INSTRUMENTS", "").split(",") if "=" in one
)

# Shown on the sign-in page in demo mode, never in serve.
DEMO_USER = {"username": "mk", "password": "rye-and-caraway"}

TIME_ZONE = "UTC"
USE_TZ = True
LANGUAGE_CODE = "en-gb"

STATIC_URL = "/static/"
STATICFILES_DIRS = [ROOT / "web" / "dist"]
WHITENOISE_USE_FINDERS = True
WHITENOISE_ALLOW_ALL_ORIGINS = False
# Vite puts a hash in each name, so such a file never changes.
WHITENOISE_IMMUTABLE_FILE_TEST = lambda _path, url: bool(re.match(r"^.+[.-][0-9a-zA-Z_-]{8,12}\..+$", url))  # noqa: E731
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}
WORKER_SCRIPT = ROOT / "web" / "dist-worker" / "sw.js"
DJANGO_VITE = {"default": {"manifest_path": ROOT / "web" / "dist" / "manifest.json"}}

TEST_RUNNER = "server.config.testing.CountingRunner"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"()": "server.common.log.Lines"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "line"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {"django.request": {"level": "ERROR"}},
}
