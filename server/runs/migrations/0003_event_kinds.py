"""Events are named as everything built on them names them."""

from django.db import migrations

KINDS = {"weigh_in": "weighed", "weigh_in_taken_back": "taken_back"}


def rename(apps, schema_editor):
    events = apps.get_model("runs", "RunEvent")
    for old, new in KINDS.items():
        events.objects.filter(kind=old).update(kind=new)


class Migration(migrations.Migration):
    dependencies = [("runs", "0002_row_ids")]

    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]
