"""What a kitchen lacks, what it bakes in, and the families of stand-ins a household has had enough of."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0003_sign_ins")]

    operations = [
        migrations.AddField("household", "missing", models.JSONField(default=list)),
        migrations.AddField("household", "pans", models.JSONField(default=list)),
        migrations.AddField("household", "not_again", models.JSONField(default=list)),
    ]
