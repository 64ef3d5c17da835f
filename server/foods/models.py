"""The generic food list lives in the core; a household's own foods will live here."""
