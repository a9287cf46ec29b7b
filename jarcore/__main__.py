"""python -m jarcore, and the command jar-table."""

import os
import sys

# One thread, before numpy is loaded: several stall a small matrix a hundredfold on busy cores.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")


def run() -> None:
    """Run a command, and end with its code; where nobody reads on, or somebody interrupts, without a word."""
    from jarcore.cli import main
    from jarcore.cli.ends import CLOSED, INTERRUPTED

    try:
        code = main(sys.argv[1:])
        sys.stdout.flush()
    except BrokenPipeError:
        # What is still to be written goes nowhere, so that nothing complains while Python ends.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        code = CLOSED
    except KeyboardInterrupt:
        code = INTERRUPTED
    sys.exit(code)


if __name__ == "__main__":
    run()
