from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('painters', '0002_how_a_painter_works'),
    ]

    operations = [
        migrations.AddField(
            model_name='painter',
            name='never',
            field=models.JSONField(blank=True, default=list),
        ),
    ]
