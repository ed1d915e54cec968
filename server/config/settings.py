"""Settings for one machine. Everything that may differ comes from the environment."""

import os
import secrets
from pathlib import Path

from .larger import behind_a_proxy, database, queue
from .private_files import kept_private, private_folder

BASE = Path(__file__).resolve().parents[2]
VAR = private_folder(Path(os.environ.get("STEADY_SHEAR_VAR", BASE / "var")))


def _secret() -> str:
    """Made at the first start and kept beside the database, readable by its owner only."""
    given = os.environ.get("STEADY_SHEAR_SECRET")
    if given:
        return given
    path = VAR / "secret-key"
    if not path.exists():
        kept_private(path).write_text(secrets.token_urlsafe(50))
    return path.read_text()


SECRET_KEY = _secret()
DEBUG = False
DEMO = os.environ.get("STEADY_SHEAR_DEMO", "") == "1"
ALLOWED_HOSTS = [
    "127.0.0.1",
    "localhost",
    "[::1]",
    *filter(None, os.environ.get("STEADY_SHEAR_HOSTS", "").split(",")),
]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "ninja",
    "server.workrooms",
    "server.people",
    "server.shelf",
    "server.styles",
    "server.fitting",
    "server.incoming",
    "server.cloth",
    "server.runs",
    "server.library",
    "server.keeping",
    "django_tasks",
    "django_tasks_db",
]
MIDDLEWARE = [
    "server.config.ways_in.SafeAnswers",
    "server.config.compressed.Compressed",
    "django.middleware.security.SecurityMiddleware",
    "server.config.ways_in.WaysIn",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "server.config.remembered.Forgetting",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
]
ROOT_URLCONF = "server.config.urls"
WSGI_APPLICATION = "server.config.wsgi.application"

DATABASES = {"default": database(VAR)}
TASKS, RQ_QUEUES, _of_the_broker = queue()
INSTALLED_APPS += _of_the_broker
# Where the workroom's pen plotter takes plots; its stand-in listens there (make plotter).
PLOTTER = os.environ.get("STEADY_SHEAR_PLOTTER", "127.0.0.1:9109")
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTHENTICATION_BACKENDS = ["server.workrooms.backend.WithWorkroom"]
# scrypt as Django sets it (16 MB, N 2^14, r 8, p 5): harder on who guesses with many machines than the default, and a third of its time here, which
# others wait for. Phrases kept in the older way are read, and kept anew when their owner signs in.
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.ScryptPasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "server.workrooms.phrases.NotOneLetter"},
]
# Several processes serve: a session remembered by one of them would outlive signing out at another.
SESSION_ENGINE = "django.contrib.sessions.backends.db"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
CSRF_COOKIE_SAMESITE = "Lax"
# Behind a proxy that speaks TLS for the house: its word on who asks and how is taken, and cookies travel encrypted only.
BEHIND_PROXY = behind_a_proxy()
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if BEHIND_PROXY else None
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = BEHIND_PROXY
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS if "." in host] if BEHIND_PROXY else []
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
DATA_UPLOAD_MAX_MEMORY_SIZE = 65 * 1024 * 1024
"""bytes; ``ways_in`` turns larger bodies away before, each address by its own limit."""

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"

WEB = BASE / "web" / "dist"
WHITENOISE_ROOT = WEB if WEB.exists() else None
WHITENOISE_INDEX_FILE = False


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:
    """Built assets carry a hash in their names."""
    return url.startswith("/assets/")


LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    # That questions stand in line is no news under load.
    "loggers": {"waitress.queue": {"level": "ERROR"}},
}
