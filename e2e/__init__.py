"""Tests that drive the built screens in a real browser, as a cook would."""
