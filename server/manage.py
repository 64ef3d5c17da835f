#!/usr/bin/env python3
"""Django's command line, with the core package on the path."""

import os
import sys
from pathlib import Path

SERVER = Path(__file__).resolve().parent

if __name__ == "__main__":
    sys.path[:0] = [str(SERVER), str(SERVER.parent / "core")]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
