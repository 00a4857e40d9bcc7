"""Browns that were kept before measures were equal in strength stay what they were."""

from django.db import migrations


def by_volume(apps, schema_editor):
    # A backup of an earlier version is migrated in a database of its own.
    sheets = apps.get_model("scales", "Sheet").objects.using(schema_editor.connection.alias)
    for sheet in sheets.iterator():
        request = sheet.request
        if request.get("chart") == "browns" and "counted_by" not in request:
            sheet.request = {**request, "counted_by": "volume"}
            sheet.save(update_fields=["request"])


class Migration(migrations.Migration):

    dependencies = [
        ("scales", "0004_windows"),
    ]

    operations = [
        migrations.RunPython(by_volume, migrations.RunPython.noop),
    ]
