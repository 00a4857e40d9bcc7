from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("piles", "0004_noted"),
    ]

    operations = [
        migrations.AddField(
            model_name="pile",
            name="opened_srgb",
            field=models.CharField(max_length=7, null=True),
        ),
        # What was noted before is without it.
        migrations.RunSQL("UPDATE piles_pile SET noted = 0", migrations.RunSQL.noop),
    ]
