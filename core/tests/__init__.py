"""Tests of the core."""

from hypothesis import settings

# How fast a machine is today is no law; speed has its own benchmark.
settings.register_profile("plain", deadline=None)
settings.load_profile("plain")
