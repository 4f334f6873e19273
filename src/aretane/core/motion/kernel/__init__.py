"""The compiled part of ball motion: plain arrays in and out, no checks. Call it through `motion`."""
