"""What a rack is worth between two players: what a strike hands over, and the chance to win from there."""
