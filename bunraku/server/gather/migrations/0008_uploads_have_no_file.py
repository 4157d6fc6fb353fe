from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("gather", "0007_uploads_into_the_database")]

    operations = [migrations.RemoveField(model_name="upload", name="stored")]
