"""Exclusions with a tolerated amount; programmes; cautions put away."""

from django.db import migrations, models


def as_objects(apps, _schema):
    """Turn plain words into exclusions that tolerate nothing."""
    for eater in apps.get_model("table", "Eater").objects.all():
        eater.exclusions = [
            {"what": word, "tolerated": 0.0} if isinstance(word, str) else word
            for word in eater.exclusions
        ]
        eater.save(update_fields=["exclusions"])


class Migration(migrations.Migration):
    dependencies = [("table", "0001_initial")]

    operations = [
        migrations.AddField("eater", "programme", models.JSONField(null=True)),
        migrations.AddField("eater", "dismissed", models.JSONField(default=list)),
        migrations.RunPython(as_objects, migrations.RunPython.noop),
    ]
