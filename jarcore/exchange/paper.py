"""What every paper of ours has: its font, its margins, the line at its foot."""

from pathlib import Path
from typing import TYPE_CHECKING, Literal

if TYPE_CHECKING:
    from fpdf import FPDF

PAPERS = ("a4", "letter")
FONTS = Path(__file__).parent / "fonts"
FACE = "Atkinson Hyperlegible Next"
# Sizes [pt] and distances [mm].
TITLE, SMALL, FOOT_SIZE = 22, 10.5, 9
MARGIN, FOOT, BELOW = 14.0, 12.0, 16.0
GREY, RED = (70, 80, 78), (150, 24, 38)


def opened(paper: str, title: str, *, orientation: Literal["portrait", "landscape"] = "portrait") -> "FPDF":
    """A paper with its first page open, and its title and page number at the foot of each.

    Parameters: paper, one of PAPERS. Raises: ValueError for another paper.
    """
    if paper not in PAPERS:
        raise ValueError(f"{paper} is no paper: {', '.join(PAPERS)}.")
    from fpdf import FPDF  # late: only where something is written

    class Sheet(FPDF):
        def footer(self) -> None:
            self.set_y(-FOOT)
            self.set_font(FACE, size=FOOT_SIZE)
            self.set_text_color(*GREY)
            self.cell(0, 5, f"{title}  {self.page_no()} / {{nb}}".strip(), align="R")
            self.set_text_color(0)

    pdf = Sheet(format="a4" if paper == "a4" else "letter", orientation=orientation)
    pdf.add_font(FACE, "", FONTS / "AtkinsonHyperlegibleNext-Regular.ttf")
    pdf.add_font(FACE, "B", FONTS / "AtkinsonHyperlegibleNext-Bold.ttf")
    pdf.set_margin(MARGIN)
    pdf.set_auto_page_break(True, margin=BELOW)
    pdf.set_title(title)
    pdf.set_lang("en")
    pdf.add_page()
    return pdf
