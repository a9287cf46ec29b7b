"""The run sheet: a plan on paper, read by one hand at a metre."""

from collections.abc import Mapping
from datetime import date
from typing import TYPE_CHECKING, Any

from jarcore.data import sentence
from jarcore.documents.plan import Plan
from jarcore.exchange.listed import Row, day_title, people_of, rows_of, served_of
from jarcore.exchange.paper import FACE, GREY, MARGIN, RED, SMALL, TITLE, opened

if TYPE_CHECKING:
    from fpdf import FPDF

# Sizes [pt]: what is read at a metre is no smaller than BODY.
TIME, BODY = 17, 14
# Widths and distances [mm].
GAP, TIME_W, WHO_W, BOX = 3.0, 19.0, 15.0, 4.5
LINE, SMALL_LINE = 6.2, 4.8
# Of what is given up so many things are told one by one.
MOST_TOLD = 3


def run_sheet(document: Mapping[str, Any], plan: Plan, paper: str = "a4", person: str | None = None) -> bytes:
    """A plan as a PDF of what is to be done, with boxes to tick.

    Parameters: document, the service; paper, one of PAPERS; person, whose sheet it is, None for all hands.
    Raises: ValueError for another paper.
    """
    pdf = opened(paper, plan["title"] or sentence("sheet/title"))
    people = people_of(document)
    _head(pdf, document, plan, people.get(person, person) if person else None)
    day: date | None = None
    for row in rows_of(plan, people, person):
        if row.start.date() != day:
            day = row.start.date()
            _day(pdf, row)
        _row(pdf, row)
    _foot(pdf)
    return bytes(pdf.output())


def _head(pdf: "FPDF", document: Mapping[str, Any], plan: Plan, person: str | None) -> None:
    pdf.set_font(FACE, "B", TITLE)
    pdf.multi_cell(0, 9, plan["title"] or sentence("sheet/title"), align="L", new_x="LMARGIN", new_y="NEXT")
    pdf.set_font(FACE, "", BODY)
    words = [day_title(plan), *([sentence("sheet/of", who=person)] if person else [])]
    pdf.multi_cell(0, LINE, ", ".join(filter(None, words)), align="L", new_x="LMARGIN", new_y="NEXT")
    for line in served_of(plan, document):
        pdf.multi_cell(0, LINE, line, align="L", new_x="LMARGIN", new_y="NEXT")
    pdf.set_text_color(*RED)
    lost, given_up = [one["text"] for one in plan["unplanned"]], [one["text"] for one in plan["relaxed"]]
    more = [sentence("compared/more", many=len(given_up) - MOST_TOLD)] if len(given_up) > MOST_TOLD else []
    for text in [*lost, *given_up[:MOST_TOLD], *more]:
        pdf.multi_cell(0, LINE, text, align="L", new_x="LMARGIN", new_y="NEXT")
    pdf.set_text_color(0)


def _day(pdf: "FPDF", row: Row) -> None:
    if pdf.will_page_break(2 * LINE + 8):
        pdf.add_page()
    pdf.ln(4)
    pdf.set_font(FACE, "B", SMALL)
    pdf.set_text_color(*GREY)
    pdf.cell(0, SMALL_LINE, row.start.strftime("%A, %-d %B"), new_x="LMARGIN", new_y="NEXT")
    pdf.set_text_color(0)


def _row(pdf: "FPDF", row: Row) -> None:
    """One thing to do: a box, when, who, what; the whole of it on one page."""
    text_x = MARGIN + BOX + GAP + TIME_W + WHO_W
    width = pdf.w - MARGIN - text_x
    quiet = row.quiet
    pdf.set_font(FACE, "", BODY)
    high = LINE * _lines(pdf, width, row.text)
    pdf.set_font(FACE, "", SMALL)
    if quiet:
        high += SMALL_LINE * _lines(pdf, width, quiet)
    if pdf.will_page_break(high + 4):
        pdf.add_page()
    pdf.set_draw_color(190, 198, 188)
    pdf.line(MARGIN, pdf.get_y() + 0.8, pdf.w - MARGIN, pdf.get_y() + 0.8)
    top = pdf.get_y() + 2
    pdf.set_draw_color(60)
    pdf.rect(MARGIN, top + 0.6, BOX, BOX)
    pdf.set_xy(MARGIN + BOX + GAP, top)
    pdf.set_font(FACE, "B", TIME)
    pdf.cell(TIME_W, LINE, row.start.strftime("%H:%M"))
    pdf.set_font(FACE, "B", BODY)
    pdf.cell(WHO_W, LINE, row.who[:6])
    pdf.set_font(FACE, "", BODY)
    pdf.set_xy(text_x, top)
    pdf.multi_cell(width, LINE, row.text, align="L", new_x="LEFT", new_y="NEXT")
    if quiet:
        pdf.set_font(FACE, "", SMALL)
        pdf.set_text_color(*GREY)
        pdf.multi_cell(width, SMALL_LINE, quiet, align="L", new_x="LEFT", new_y="NEXT")
        pdf.set_text_color(0)
    pdf.set_xy(MARGIN, max(pdf.get_y(), top + high) + 1)


def _lines(pdf: "FPDF", width: float, text: str) -> int:
    """How many lines a text takes in the font that is set."""
    lines = pdf.multi_cell(width, LINE, text, align="L", dry_run=True, output="LINES")
    return len(lines) if isinstance(lines, list) else 1


def _foot(pdf: "FPDF") -> None:
    pdf.ln(4)
    pdf.set_font(FACE, "", SMALL)
    pdf.set_text_color(*GREY)
    pdf.multi_cell(0, SMALL_LINE, sentence("sheet/codes"), align="L")
