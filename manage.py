#!/usr/bin/env python3
"""Django's command line."""

import os
import sys


def main() -> None:
    """Run the command in the arguments."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
