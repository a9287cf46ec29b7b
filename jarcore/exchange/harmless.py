"""What goes into a table that a spreadsheet opens."""

FORMULAS = ("=", "+", "-", "@", "\t", "\r")


def harmless(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula (OWASP, CSV Injection).

    >>> harmless("=1+1"), harmless("Fryer 1")
    ("'=1+1", 'Fryer 1')
    """
    return f"'{cell}" if cell[:1] in FORMULAS else cell
