"""MariaDB through plain SQL: the private instance, migrations, named queries, one place that writes."""
