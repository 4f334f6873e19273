"""The made-up scenario: a dockside social club, its members, and racks they might have played."""
