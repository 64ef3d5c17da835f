"""The people who eat."""

from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned


class Eater(Identified, Owned):
    """A person at the table; taken away softly, so that old runs keep their names."""

    name = models.CharField(max_length=80)
    school = models.CharField(max_length=40)
    targets = models.JSONField(default=list)
    exclusions = models.JSONField(default=list)
    programme = models.JSONField(null=True)
    # keys of cautions this eater has read and put away
    dismissed = models.JSONField(default=list)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["id"]

    def __str__(self) -> str:
        return self.name
