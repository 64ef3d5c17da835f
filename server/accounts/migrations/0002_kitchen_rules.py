"""Polyols by rule instead of by share; rules, units and habits of a kitchen."""

from django.db import migrations, models


def rule_from_share(apps, _schema):
    """Keep what households chose: all, half or none."""
    household = apps.get_model("accounts", "Household")
    household.objects.filter(polyol_share__lt=0.25).update(polyols="none")
    household.objects.filter(polyol_share__gte=0.25, polyol_share__lt=0.75).update(polyols="half")


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial")]

    operations = [
        migrations.AddField("household", "polyols", models.CharField(default="all", max_length=8)),
        migrations.RunPython(rule_from_share, migrations.RunPython.noop),
        migrations.RemoveConstraint("household", "household_polyol_share_is_share"),
        migrations.RemoveField("household", "polyol_share"),
        migrations.AddField(
            "household", "label_region", models.CharField(default="eu", max_length=8)
        ),
        migrations.AddField(
            "household", "energy_rules", models.CharField(default="eu", max_length=8)
        ),
        migrations.AddField(
            "household", "energy_unit", models.CharField(default="kcal", max_length=8)
        ),
        migrations.AddField(
            "household", "salt_kind", models.CharField(default="fine table salt", max_length=40)
        ),
        migrations.AddField("household", "habits", models.JSONField(default=dict)),
        migrations.AddField("household", "foods_revision", models.PositiveIntegerField(default=0)),
        migrations.AddConstraint(
            "household",
            models.CheckConstraint(
                condition=models.Q(polyols__in=("all", "half", "none")),
                name="household_polyols_is_a_rule",
            ),
        ),
        migrations.AddConstraint(
            "household",
            models.CheckConstraint(
                condition=models.Q(label_region__in=("us", "eu", "other"))
                & models.Q(energy_rules__in=("us", "eu"))
                & models.Q(energy_unit__in=("kcal", "kj")),
                name="household_rules_are_known",
            ),
        ),
    ]
