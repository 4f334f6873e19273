"""What could be played: the options of a position, what each is worth, and why."""
