"""What keeps a household from being signed out for sitting still."""

from collections.abc import Callable

from accounts.models import Household

# Apps above add to it when they are ready.
BUSY: list[Callable[[Household], bool]] = []
