"""Work beside the server: processes that can be stopped, with a budget of time and memory. No Flask."""
