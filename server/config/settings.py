"""Every setting, from the environment where it may differ between machines."""

import os
from pathlib import Path

from csp.constants import NONCE, SELF

from config.logs import logging

SERVER = Path(__file__).resolve().parents[1]
ROOT = SERVER.parent
WEB_BUILD = ROOT / "web" / "dist"

SECRET_KEY = os.environ["SNABO_SECRET_KEY"]
DEBUG = os.environ.get("SNABO_DEBUG") == "1"
ALLOWED_HOSTS = os.environ.get("SNABO_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("SNABO_ORIGINS", "").split(",") if o]
BEHIND_TLS = os.environ.get("SNABO_TLS") == "1"
# In a home network gunicorn speaks TLS itself, by a certificate of the kitchen's own.
SECURE_COOKIES = BEHIND_TLS or os.environ.get("SNABO_SECURE_COOKIES") == "1"
HOME_CERTIFICATE = os.environ.get("SNABO_HOME_CERTIFICATE", "")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "rest_framework",
    "drf_spectacular",
    "accounts",
    "table",
    "foods",
    "shelf",
    "dishes",
    "runs",
    "reckon",
    "menu",
    "archive",
    "demo",
]
MIDDLEWARE = [
    "config.middleware.RequestLogMiddleware",
    "config.middleware.TimeLimitMiddleware",
    "config.middleware.HeadersMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "config.middleware.BodyLimitMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [WEB_BUILD],
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("SNABO_DB_NAME", "snabo"),
        "USER": os.environ.get("SNABO_DB_USER", "snabo"),
        "PASSWORD": os.environ.get("SNABO_DB_PASSWORD", ""),
        "HOST": os.environ.get("SNABO_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("SNABO_DB_PORT", "3306"),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "isolation_level": "read committed",
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE'",
        },
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_ci"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "accounts.backends.HouseholdBackend",
]
PASSWORD_HASHERS = ["django.contrib.auth.hashers.PBKDF2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
# Ten wrong passwords for one name from one address close that pair for a quarter of an hour;
# so many for whatever names close the address.
AXES_FAILURE_LIMIT = 10
MOST_FAILURES_OF_ADDRESS = 50
LOCKOUT_SECONDS = 900
AXES_COOLOFF_TIME = LOCKOUT_SECONDS / 3600
AXES_LOCKOUT_CALLABLE = "config.problems.locked_out"
AXES_CLIENT_IP_CALLABLE = "accounts.address.client_address"
# How many proxies of ours stand in front; their X-Forwarded-For is believed, nobody else's.
PROXIES = int(os.environ.get("SNABO_PROXIES", "0"))
CSRF_FAILURE_VIEW = "config.problems.page_is_old"
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = SECURE_COOKIES
CSRF_COOKIE_SECURE = SECURE_COOKIES
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_HSTS_SECONDS = 31_536_000 if BEHIND_TLS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = BEHIND_TLS
SECURE_SSL_REDIRECT = BEHIND_TLS
# Asked on the machine itself, without TLS.
SECURE_REDIRECT_EXEMPT = [r"^(?:healthz|readyz)$"]
if BEHIND_TLS and PROXIES:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
PERMISSIONS_POLICY = (
    "accelerometer=(), autoplay=(self), camera=(self), display-capture=(), geolocation=(), "
    "gyroscope=(), magnetometer=(), microphone=(), midi=(), payment=(), usb=(self), serial=(self)"
)
# No request of a kitchen computes for longer.
REQUEST_SECONDS = 20.0
X_FRAME_OPTIONS = "DENY"

BODY_LIMIT_BYTES = 1_000_000
# A photo of 10 MB, written out as text.
PHOTO_LIMIT_BYTES = 14_000_000
# And a household's archive with its photos.
ARCHIVE_LIMIT_BYTES = 62_000_000
DATA_UPLOAD_MAX_MEMORY_SIZE = ARCHIVE_LIMIT_BYTES

# Everything ships with the application. Styles written at run time carry the page's nonce.
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'self'"],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:", "blob:"],
        "object-src": ["'none'"],
        "base-uri": ["'self'"],
        "frame-ancestors": ["'none'"],
        "form-action": ["'self'"],
    }
}

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": [
        "accounts.authentication.SignedInSession",
        "accounts.authentication.ProgramsToken",
    ],
    "DEFAULT_PERMISSION_CLASSES": [
        "rest_framework.permissions.IsAuthenticated",
        "accounts.authentication.WithinScope",
    ],
    "DEFAULT_RENDERER_CLASSES": ["config.wire.JsonRenderer"],
    "DEFAULT_PARSER_CLASSES": ["config.wire.JsonParser"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "config.problems.problem_response",
    "UNAUTHENTICATED_USER": None,
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Snabo",
    "DESCRIPTION": "What the screens ask of the server. Grams, mg of sodium, kcal, C, W, s.",
    "VERSION": "1",
    "OAS_VERSION": "3.1.0",
    "SERVE_INCLUDE_SCHEMA": False,
    "POSTPROCESSING_HOOKS": ["config.contract.add_refusals", "config.contract.add_core_types"],
    "DISABLE_ERRORS_AND_WARNINGS": False,
}

LANGUAGE_CODE = "en"
USE_I18N = False
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_BUILD if WEB_BUILD.is_dir() else None
WHITENOISE_INDEX_FILE = False
# Vite puts a content digest into every file name below assets/.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[A-Za-z0-9_-]{8,}\.[a-z0-9]+$"

TEST_RUNNER = "config.test_runner.PlainRunner"
SILENCED_SYSTEM_CHECKS = [
    "staticfiles.W004",  # the build folder is missing until the screens are built
]
LOGGING = logging()
