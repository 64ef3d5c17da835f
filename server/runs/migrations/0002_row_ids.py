"""Rows are named by ids of their own."""

from django.db import migrations

from accounts.row_ids import operations


class Migration(migrations.Migration):
    dependencies = [("runs", "0001_initial")]

    operations = operations("runs", {"run": "run"})
