"""A household's own stand-ins."""

import uuid

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0004_kitchen_and_families"),
        ("foods", "0004_row_ids"),
    ]

    operations = [
        migrations.CreateModel(
            name="OwnStandIn",
            fields=[
                ("id", models.UUIDField(
                    default=uuid.uuid4, editable=False, primary_key=True, serialize=False
                )),
                ("name", models.CharField(max_length=80)),
                ("role", models.CharField(max_length=40)),
                ("document", models.JSONField()),
                ("changed_at", models.DateTimeField(auto_now=True)),
                ("deleted_at", models.DateTimeField(null=True)),
                ("household", models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE,
                    related_name="+", to="accounts.household",
                )),
            ],
            options={"ordering": ["role", "name", "id"]},
        ),
    ]  # fmt: skip
