"""./jar speed: python -m speed [ADDRESS of a running demo]."""

import sys

from speed import core, installed, plans, worst

core.report()
plans.report()
worst.report()
installed.report()
if len(sys.argv) > 1:
    from speed import keystroke, kills, lists, load, runs, screens

    load.report(sys.argv[1].rstrip("/"))
    screens.report(sys.argv[1].rstrip("/"))
    keystroke.report(sys.argv[1].rstrip("/"))
    keystroke.report_drag()
    lists.report(sys.argv[1].rstrip("/"))
    runs.report(sys.argv[1].rstrip("/"))
    kills.report()
