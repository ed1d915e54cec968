"""Django's command line for this project."""

import os
import sys

from django.core.management import execute_from_command_line

from server.config.garbage import look_seldom
from server.config.store_faults import told

if __name__ == "__main__":
    look_seldom()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    try:
        execute_from_command_line(sys.argv)
    except Exception as e:
        # A full disk, a place that cannot be written: one sentence, as in the browser.
        refused = told(e)
        if refused is None:
            raise
        sys.exit(str(refused))
