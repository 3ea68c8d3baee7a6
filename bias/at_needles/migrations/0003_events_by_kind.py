"""Events are looked up by copy and kind."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('keeping', '0002_plans'),
        ('making', '0002_log_and_ways'),
    ]

    operations = [
        migrations.RemoveIndex(
            model_name='event',
            name='making_even_piece_i_f698cc_idx',
        ),
        migrations.AddIndex(
            model_name='event',
            index=models.Index(fields=['piece', 'copy', 'kind', 'row'], name='of_a_copy_by_kind'),
        ),
    ]
