"""What a version may add while an earlier one still serves: a column that may be empty."""

from django.db import migrations


class Migration(migrations.Migration):
    """Adds a column to the tubes, which every painter is using."""

    dependencies = (("tubes", "0001_initial"),)
    operations = (migrations.RunSQL("ALTER TABLE tubes_tube ADD COLUMN lately VARCHAR(40) NULL"),)
