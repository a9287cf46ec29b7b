"""Durations in words."""


def in_words(minutes: float) -> str:
    """A duration as a cook says it.

    >>> in_words(19.4), in_words(95), in_words(1440)
    ('19 min', '1 h 35', '24 h')
    """
    if minutes < 90:
        return f"{minutes:.0f} min"
    hours, rest = divmod(round(minutes / 5) * 5, 60)
    return f"{hours:.0f} h {rest:02.0f}" if rest and hours < 10 else f"{minutes / 60:.0f} h"
