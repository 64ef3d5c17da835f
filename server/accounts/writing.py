"""How a service writes: who may, one transaction, the household first, again after a deadlock.

Writes of one household stand in line behind its row, so that they cannot wait for each other
in a circle; a deadlock with something else is tried again. What was written is told to the log
with who wrote it, once it is in the database.
"""

import logging
import random
import time
from collections.abc import Callable
from functools import partial, wraps
from typing import ParamSpec, TypeVar
from uuid import uuid4

from django.db import OperationalError, connection, transaction
from django.shortcuts import get_object_or_404
from rest_framework.exceptions import PermissionDenied

from accounts.models import Household, User

Given = ParamSpec("Given")
Answer = TypeVar("Answer")
# MariaDB's codes: a deadlock was found, a lock was waited for too long.
BROKEN = {1213, 1205}
MOST_TRIES = 5
WAIT_SECONDS = 0.02
CHANGES = logging.getLogger("snabo.changes")


def writes(service: Callable[Given, Answer]) -> Callable[Given, Answer]:
    """Run a service for the user `by` in a transaction that holds the row of the `household`.

    The service gets the household as it is now, so that nothing stale is written back. It runs
    for nobody but an active user of that household.
    """
    name = f"{service.__module__}.{service.__name__}"

    @wraps(service)
    def run(*args: Given.args, **kwargs: Given.kwargs) -> Answer:
        household = kwargs["household"]
        if not isinstance(household, Household):
            raise TypeError("a service that writes is given its household by name")
        who = allowed(kwargs.get("by"), household)
        for tried in range(1, MOST_TRIES + 1):
            try:
                with transaction.atomic():
                    # Erased in another window meanwhile, it is gone like anything else.
                    now = get_object_or_404(Household.objects.select_for_update(), pk=household.pk)
                    kwargs["household"] = now
                    answer = service(*args, **kwargs)
                    transaction.on_commit(partial(_told, name, household.pk, who.pk))
                household.foods_revision, household.mark = now.foods_revision, now.mark
                if connection.in_atomic_block:
                    # The larger transaction may still be undone.
                    household.foods_in_change = household.foods_in_change or now.foods_in_change
            except OperationalError as error:
                code = error.args[0] if error.args else None
                # Inside a larger transaction only its owner can begin again.
                if code not in BROKEN or tried == MOST_TRIES or connection.in_atomic_block:
                    raise
                time.sleep(WAIT_SECONDS * tried * (0.5 + random.random()))  # noqa: S311
            else:
                return answer
        raise AssertionError("unreachable")

    return run


def allowed(by: object, household: Household) -> User:
    """Return who acts, where that is somebody who may change what the household owns.

    Raises:
        PermissionDenied: it is nobody, somebody of another household, or one shut out.
    """
    if not isinstance(by, User) or not by.is_active or by.household_id != household.pk:
        raise PermissionDenied
    return by


def _told(service: str, household: int, user: int) -> None:
    CHANGES.info("changed", extra={"service": service, "household": household, "user": user})


def mark_anew(*, household: Household) -> None:
    """Say that eaters or what was told of cookings change, in the same transaction as that."""
    household.mark = uuid4().hex
    household.save(update_fields=["mark"])
