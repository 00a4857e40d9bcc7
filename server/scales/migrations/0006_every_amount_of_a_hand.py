"""Plans that were kept when a hand was one pea keep the amounts they were made with."""

from django.db import migrations

from server.painters import older


class Migration(migrations.Migration):

    dependencies = [("scales", "0005_browns_by_volume")]

    operations = [
        migrations.RunPython(older.keeping("scales", "Sheet"), migrations.RunPython.noop),
    ]
