"""Drafting: one school a file, discovered by ``schools``; the numbered construction; the audit."""
