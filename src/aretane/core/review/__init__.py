"""A logged rack replayed: layouts, rulings, what does not balance, measures and proposed grades."""
