"""Rows are named by ids of their own."""

from django.db import migrations

from accounts.row_ids import operations


class Migration(migrations.Migration):
    dependencies = [("table", "0002_exclusions_as_objects")]

    operations = operations("table", {"eater": "eater"})
