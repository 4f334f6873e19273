"""Aretane: review recorded racks shot by shot and see what each choice was worth."""

__version__ = "0.1.0"
