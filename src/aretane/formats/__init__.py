"""Readers and writers of open formats, and the shapes that files and the web interface share."""
