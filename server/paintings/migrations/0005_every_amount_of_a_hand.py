"""Plans that were kept when a hand was one pea keep the amounts they were made with."""

from django.db import migrations

from server.painters import older


class Migration(migrations.Migration):

    dependencies = [("paintings", "0004_division")]

    operations = [
        migrations.RunPython(older.keeping("paintings", "Painting"), migrations.RunPython.noop),
    ]
