"""A pen plotter that is not there: listens where one would, draws what it is sent at a plotter's pace, and shows it on a page.

It ships with the workroom's application and knows nothing of it. Start it with ``make plotter``, or ``python -m plotter``.
"""
