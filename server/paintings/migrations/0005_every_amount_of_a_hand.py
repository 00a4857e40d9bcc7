"""Plans that were kept when a hand was one pea keep the amounts they were made with."""

from django.db import migrations

from server.painters import older


def as_it_was(apps, schema_editor):
    # A backup of an earlier version is migrated in a database of its own.
    kept = apps.get_model("paintings", "Painting").objects.using(schema_editor.connection.alias)
    for each in kept.iterator():
        each.measure = older.hand(each.measure)
        each.save(update_fields=["measure"])


class Migration(migrations.Migration):

    dependencies = [
        ("paintings", "0004_division"),
    ]

    operations = [
        migrations.RunPython(as_it_was, migrations.RunPython.noop),
    ]
