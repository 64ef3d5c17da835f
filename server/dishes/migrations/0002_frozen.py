"""Versions kept by 0.2.0 are given what they did not freeze, once, and say so."""

import msgspec
from django.db import migrations

from snabo_core import dish as core
from snabo_core.foods import library
from snabo_core.foods import own
from snabo_core.swaps.frozen import AT_UPGRADE, SCHEMA, freeze, with_old_figures
from snabo_core.plate.rows import Rules
from snabo_core.swaps.book import book


def complete(apps, _schema_editor):
    versions = apps.get_model("dishes", "DishVersion").objects.select_related("dish__household")
    own_foods = apps.get_model("foods", "OwnFood").objects
    libraries = {}
    for version in versions.iterator():
        if version.frozen.get("schema") == SCHEMA:
            continue
        household = version.dish.household
        if household.id not in libraries:
            foods = tuple(
                msgspec.convert({**row.document, "id": str(row.id)}, own.OwnFood)
                for row in own_foods.filter(household_id=household.id)
            )
            libraries[household.id] = library().with_own(own.Own(foods=foods)) if foods else library()
        foods = libraries[household.id]
        document = msgspec.convert(core.upgraded(version.document), core.Dish)
        rules = Rules(household.polyols, household.energy_rules)
        frozen = freeze(document, foods, book(), rules, note=AT_UPGRADE)
        frozen = with_old_figures(frozen, version.frozen.get("per_100_g", {}), foods)
        version.frozen = msgspec.to_builtins(frozen)
        version.save(update_fields=["frozen"])


class Migration(migrations.Migration):

    dependencies = [
        ("dishes", "0001_initial"),
        ("foods", "0002_own_foods"),
        ("accounts", "0002_kitchen_rules"),
    ]

    operations = [migrations.RunPython(complete, migrations.RunPython.noop)]
