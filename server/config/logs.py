"""How the server writes its log: words for a terminal, or JSON lines for a collector."""

import os
from typing import Any

AS_JSON = os.environ.get("SNABO_LOG", "plain") == "json"
FIELDS = "%(asctime)s %(levelname)s %(name)s %(message)s"


def logging() -> dict[str, Any]:
    """Return the settings of Python's logging, for Django and gunicorn alike.

    Every request is told only in JSON: method, path, status, milliseconds and its id; never who
    asked, what was sent or what was answered. So is every change: which service made it, for which
    household and user, by their numbers; never what was written.
    """
    written = "json" if AS_JSON else "words"
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {
            "words": {"format": "%(levelname)s %(name)s: %(message)s"},
            "json": {
                "()": "pythonjsonlogger.json.JsonFormatter",
                "fmt": FIELDS,
                "rename_fields": {"asctime": "time", "levelname": "level", "name": "logger"},
            },
        },
        "handlers": {"console": {"class": "logging.StreamHandler", "formatter": written}},
        "root": {"handlers": ["console"], "level": "WARNING"},
        "loggers": {
            # 4xx answers are part of the conversation with the browser, not news.
            "django.request": {"level": "ERROR"},
            "axes": {"level": "ERROR"},
            "gunicorn.error": {"level": "INFO" if AS_JSON else "WARNING"},
            "snabo.requests": {"level": "INFO" if AS_JSON else "ERROR"},
            "snabo.changes": {"level": "INFO" if AS_JSON else "ERROR"},
        },
    }
