"""Tables, balls, where balls lie, the spots they come back to and how they are racked."""
