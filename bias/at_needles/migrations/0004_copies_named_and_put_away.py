"""Copies have names, and can be put away."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('making', '0003_events_by_kind'),
    ]

    operations = [
        migrations.AddField(
            model_name='copy',
            name='name',
            field=models.CharField(blank=True, default='', help_text='empty: by its number', max_length=40),
        ),
        migrations.AddField(
            model_name='copy',
            name='put_away',
            field=models.BooleanField(default=False, help_text='not shown; its log is kept'),
        ),
        migrations.AlterField(
            model_name='copy',
            name='number',
            field=models.PositiveSmallIntegerField(help_text='counted from 1'),
        ),
    ]
