import bias.accounts.models
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('joining', '0008_language'),
    ]

    operations = [
        migrations.AlterField(
            model_name='knitter',
            name='username',
            field=models.CharField(error_messages={'unique': 'Somebody has that name already: choose another.'}, max_length=150, unique=True, validators=[bias.accounts.models.NameValidator()], verbose_name='name'),
        ),
    ]
