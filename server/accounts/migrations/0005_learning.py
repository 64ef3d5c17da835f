"""Whether a household goes by its own yields, and since when."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0004_kitchen_and_families")]

    operations = [
        migrations.AddField("household", "learns", models.BooleanField(default=True)),
        migrations.AddField("household", "learns_since", models.DateTimeField(null=True)),
    ]
