"""What the issues promise, measured. Run by ./aretane bench."""
