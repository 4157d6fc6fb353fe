#!/usr/bin/env python
"""Django's commands for Bunraku."""

import os
import sys

if __name__ == "__main__":
    # Not above: processes that are started for a file read this file anew.
    from django.core.management import execute_from_command_line

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bunraku.server.settings")
    execute_from_command_line(sys.argv)
