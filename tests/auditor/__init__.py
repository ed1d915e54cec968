"""The auditor: reads a pattern's file as a stranger would, measures everything by its own means, and compares it with all that the application says.

It shares no code with the ledger, the checks or the kernel: lengths are svgpathtools', areas and crossings shapely's, the rules are read off docs/open-file.md.
"""
