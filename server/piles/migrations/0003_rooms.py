"""Photographs and kept mixtures move to the rooms of what is shared: only their tables' names change."""

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ('piles', '0002_palette'),
        ('painters', '0001_initial'),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.AlterModelTable('photograph', 'kept_photograph'),
                migrations.AlterModelTable('savedmixture', 'mixtures_keptmixture'),
                migrations.AlterModelTable('savedpart', 'mixtures_keptpart'),
            ],
            state_operations=[
                migrations.DeleteModel('SavedPart'),
                migrations.DeleteModel('SavedMixture'),
                migrations.DeleteModel('Photograph'),
            ],
        ),
    ]
