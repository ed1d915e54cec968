"""The checks. A file here declares one ``CHECK``; nothing else lists it."""
