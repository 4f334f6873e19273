"""Stored racks replayed and reviewed, and the facts of them that are kept. No Flask."""
