"""Many shots together: percentages, players fitted from them, what decisions cost, habits."""
