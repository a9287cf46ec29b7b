"""The temperature record as a table (CSV) and on paper (PDF), for whoever inspects it."""

import csv
import io
from collections.abc import Iterator, Sequence
from datetime import datetime

from jarcore.data import sentence
from jarcore.exchange.harmless import harmless
from jarcore.exchange.paper import FACE, GREY, RED, SMALL, TITLE, opened
from jarcore.run import Entry

BODY, LINE, HEAD_LINE = 9.5, 5.0, 9.0
# Columns: their head, and how wide they are beside one another; and what only the table has.
COLUMNS = {
    "log/head-at": 13,
    "log/head-name": 19,
    "log/head-which": 34,
    "log/head-value": 10,
    "log/head-limit": 24,
    "log/head-held": 10,
    "log/head-action": 34,
    "log/head-by": 9,
    "log/head-source": 11,
}
MORE = ("log/head-note", "log/head-signed")
HELD = {True: "log/kept", False: "log/missed", None: "log/not-judged"}
# On paper the day stands above its lines.
DAY, TIME = "%A, %-d %B %Y", "%H:%M"


def temperature_table(entries: Sequence[Entry]) -> str:
    """The record as a table: a row each line, times with their offset.

    Cells that a spreadsheet would take for a formula are told apart from one (OWASP, CSV Injection).
    """
    written = io.StringIO()
    table = csv.writer(written)
    table.writerow([sentence(head) for head in (*COLUMNS, *MORE)])
    for one in entries:
        cells = [one["at"], *_cells(one), one["note"] or "", one["signed"] or ""]
        table.writerow([harmless(cell) for cell in cells])
    return written.getvalue()


def temperature_sheet(
    entries: Sequence[Entry], kitchen: str, days: tuple[str, str], paper: str = "a4", *, rehearsal: bool = False
) -> bytes:
    """The record as a PDF.

    Parameters: kitchen, its name; days, the first and the last (YYYY-MM-DD); paper, one of PAPERS; rehearsal, whether
    simulated readings are in it, which is said on it.
    Raises: ValueError for another paper.
    """
    title = sentence("log/title")
    pdf = opened(paper, f"{title}, {kitchen}", orientation="landscape")
    pdf.set_font(FACE, "B", TITLE)
    pdf.multi_cell(0, HEAD_LINE, title, align="L", new_x="LMARGIN", new_y="NEXT")
    pdf.set_font(FACE, "", SMALL)
    about = " to ".join(dict.fromkeys(days))
    pdf.multi_cell(0, LINE, f"{kitchen}, {about}", align="L", new_x="LMARGIN", new_y="NEXT")
    if rehearsal:
        pdf.set_text_color(*RED)
        pdf.multi_cell(0, LINE, sentence("log/rehearsal"), align="L", new_x="LMARGIN", new_y="NEXT")
        pdf.set_text_color(0)
    if not entries:
        pdf.multi_cell(0, LINE, sentence("log/none"), align="L", new_x="LMARGIN", new_y="NEXT")
    for day, lines in _by_day(entries):
        pdf.ln(3)
        pdf.set_font(FACE, "B", SMALL)
        pdf.multi_cell(0, LINE, day, align="L", new_x="LMARGIN", new_y="NEXT")
        pdf.set_font(FACE, "", BODY)
        with pdf.table(col_widths=tuple(COLUMNS.values()), line_height=LINE, text_align="LEFT", padding=0.6) as table:
            table.row([sentence(head) for head in COLUMNS])
            for one in lines:
                table.row([datetime.fromisoformat(one["at"]).strftime(TIME), *_cells(one)])
    pdf.ln(4)
    pdf.set_text_color(*GREY)
    pdf.multi_cell(0, LINE, sentence("log/codes"), align="L")
    return bytes(pdf.output())


def _by_day(entries: Sequence[Entry]) -> Iterator[tuple[str, list[Entry]]]:
    days: dict[str, list[Entry]] = {}
    for one in entries:
        days.setdefault(datetime.fromisoformat(one["at"]).strftime(DAY), []).append(one)
    yield from days.items()


def _cells(one: Entry) -> list[str]:
    """A line but for its time, in the order of the columns."""
    unsaid = sentence("log/no-action") if one["held"] is False else ""
    return [
        one["name"],
        one["which"],
        "" if one["value"] is None else f"{one['value']:g}",
        one["limit"] or "",
        sentence(HELD[one["held"]]) if one["limit"] else "",
        one["action"] or unsaid,
        # Who did it, and who signed for it where that is somebody else.
        " / ".join(dict.fromkeys(filter(None, (one["by"], one["signed"])))),
        one["source"] or "",
    ]
