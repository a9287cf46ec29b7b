"""python -m jarcore."""

import sys

from jarcore.cli import main

sys.exit(main(sys.argv[1:]))
