"""./jar bench: python -m bench [ADDRESS of a running demo]."""

import sys

from bench import core

core.report()
if len(sys.argv) > 1:
    from bench import keystroke

    keystroke.report(sys.argv[1].rstrip("/"))
    keystroke.report_drag()
