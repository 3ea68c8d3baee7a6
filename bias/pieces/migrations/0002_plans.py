from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [("keeping", "0001_initial")]

    operations = [
        migrations.RenameField(model_name="revision", old_name="words", new_name="written"),
        migrations.AlterField(
            model_name="revision",
            name="written",
            field=models.TextField(blank=True, help_text="the rows as the knitter wrote them; empty for a plan"),
        ),
        migrations.AddField(
            model_name="revision",
            name="plan",
            field=models.TextField(blank=True, default="", help_text="a plan as JSON; empty for written rows"),
        ),
    ]
