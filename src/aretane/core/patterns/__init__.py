"""Reading the table: what passes where, clusters, problem and insurance balls, chains and angles."""
