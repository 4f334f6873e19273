"""The disciplines: one record each, and the words their players use."""
