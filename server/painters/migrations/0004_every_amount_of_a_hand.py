"""A hand is its five amounts, of which one was known."""

from django.db import migrations, models

import server.painters.models
from server.painters import older


def from_a_pea(apps, schema_editor):
    # A backup of an earlier version is migrated in a database of its own.
    painters = apps.get_model("painters", "Painter").objects.using(schema_editor.connection.alias)
    for painter in painters.iterator():
        painter.hand_ml = older.of_pea(painter.pea_ml)
        painter.save(update_fields=["hand_ml"])


class Migration(migrations.Migration):

    dependencies = [
        ("painters", "0003_never_from_the_tube"),
    ]

    operations = [
        migrations.AddField(
            model_name="painter",
            name="hand_ml",
            field=models.JSONField(default=server.painters.models.usual_hand),
        ),
        migrations.RunPython(from_a_pea, migrations.RunPython.noop),
        migrations.RemoveField(model_name="painter", name="pea_ml"),
    ]
