"""The application besieged as it is served: strange files, strange requests, kills, races, crowds. ``make siege`` prints the table."""
