"""python -m jarcore."""

import os
import sys

# One thread, before numpy is loaded: several stall a small matrix a hundredfold on busy cores.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

from jarcore.cli import main

sys.exit(main(sys.argv[1:]))
