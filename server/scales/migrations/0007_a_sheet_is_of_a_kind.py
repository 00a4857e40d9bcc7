"""Scales and triangles are kinds of chart among others; each sheet is known by its own kind."""

from django.db import migrations

from server.scales import older


def converted(apps, schema_editor):
    sheets = apps.get_model("scales", "Sheet").objects.using(schema_editor.connection.alias)
    for sheet in sheets.all():
        request = older.sheet(sheet.request)
        if isinstance(request, dict) and "chart" in request:
            sheet.kind, sheet.request = request["chart"], request
            sheet.save(update_fields=["kind", "request"])


class Migration(migrations.Migration):

    dependencies = [("scales", "0006_every_amount_of_a_hand")]

    operations = [migrations.RunPython(converted, migrations.RunPython.noop)]
