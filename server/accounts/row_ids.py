"""Gives the rows of older releases the ids that documents now name them by."""

import uuid
from collections.abc import Callable
from typing import Any

from django.db import migrations, models

from snabo_core.dish import row_id


def _fill(app: str, model: str, table: str) -> Callable[[Any, Any], None]:
    def fill(apps: Any, _schema_editor: Any) -> None:
        rows = apps.get_model(app, model).objects
        for key in rows.filter(uid=None).values_list("pk", flat=True):
            rows.filter(pk=key).update(uid=row_id(table, key))

    return fill


def operations(app: str, tables: dict[str, str]) -> list[Any]:
    """Return what a migration does to give models a unique `uid`.

    Args:
        app: the app's label.
        tables: by model, what its rows are called in `row_id`.
    """
    done: list[Any] = []
    for model, table in tables.items():
        empty = models.UUIDField(null=True, editable=False)
        final = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
        done += [
            migrations.AddField(model, "uid", empty),
            migrations.RunPython(_fill(app, model, table), migrations.RunPython.noop),
            migrations.AlterField(model, "uid", final),
        ]
    return done
