"""Django's command line for this project."""

import os
import sys

from django.core.management import execute_from_command_line

from server.config.garbage import look_seldom

if __name__ == "__main__":
    look_seldom()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    execute_from_command_line(sys.argv)
