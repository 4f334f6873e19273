"""Kicks and banks: counts that people aim by, and the simulated path beside them."""
