"""Speed measured: ``python -m bench``. Ratios are against named libraries in the same run; nothing here is a test."""
