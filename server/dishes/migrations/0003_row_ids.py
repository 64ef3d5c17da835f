"""Rows are named by ids of their own."""

from django.db import migrations

from accounts.row_ids import operations


class Migration(migrations.Migration):
    dependencies = [("dishes", "0002_frozen")]

    operations = operations("dishes", {"dish": "dish", "dishversion": "version"})
