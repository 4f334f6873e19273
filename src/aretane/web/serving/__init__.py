"""How requests reach the application and share the server: who may, lanes, files, what is wrong now."""
