"""What caches of a household's eaters and of what it has weighed follow."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0007_tokens")]

    operations = [
        migrations.AddField("household", "mark", models.CharField(max_length=32, default="")),
    ]
