"""Rows are named by ids of their own."""

from django.db import migrations

from accounts.row_ids import operations


class Migration(migrations.Migration):
    dependencies = [("foods", "0003_homemade")]

    operations = operations("foods", {"learnedreading": "reading", "ownmeasure": "measure", "ownname": "name"})
