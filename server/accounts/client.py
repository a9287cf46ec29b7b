"""Who sends a request: the address it comes from, and whether somebody has signed in from that browser before."""

import secrets
from ipaddress import ip_address, ip_network

from django.conf import settings
from django.core import signing
from django.http import HttpRequest, HttpResponse

COOKIE = "known"
SALT = "known browser"
A_YEAR_S = 365 * 24 * 3600
# A browser remembers so many people: a tablet has no more.
MOST_PEOPLE = 40


def address_of(request: HttpRequest) -> str:
    """The address a request comes from: what a trusted proxy (JAR_PROXIES) says, else who is connected.

    The last address in X-Forwarded-For that is no proxy of ours counts; what stands before it anybody may have written.
    """
    there = str(request.META.get("REMOTE_ADDR") or "")
    told = [one.strip() for one in str(request.META.get("HTTP_X_FORWARDED_FOR") or "").split(",") if one.strip()]
    while _is_proxy(there) and told:
        there = told.pop()
    return there if _is_address(there) else "0.0.0.0"  # noqa: S104  (stands for an unknown one, and is bound nowhere)


def _is_address(text: str) -> bool:
    try:
        ip_address(text)
    except ValueError:
        return False
    return True


def _is_proxy(text: str) -> bool:
    return _is_address(text) and any(ip_address(text) in ip_network(one) for one in settings.PROXIES)


def device_of(request: HttpRequest, name: str) -> str:
    """The number of the browser, where somebody of this name has signed in from it before; empty where nobody has."""
    device, people = _known(request)
    return device if name.casefold() in people else ""


def remember(request: HttpRequest, response: HttpResponse, name: str) -> None:
    """Remember in the browser that somebody of this name has signed in from it."""
    device, people = _known(request)
    people = [name.casefold(), *(one for one in people if one != name.casefold())][:MOST_PEOPLE]
    told = signing.dumps([device or secrets.token_hex(8), people], salt=SALT, compress=True)
    response.set_cookie(
        settings.COOKIE_PREFIX + COOKIE,
        told,
        max_age=A_YEAR_S,
        httponly=True,
        secure=settings.SERVING,
        samesite="Strict",
    )


def _known(request: HttpRequest) -> tuple[str, list[str]]:
    try:
        told = request.COOKIES[settings.COOKIE_PREFIX + COOKIE]
        device, people = signing.loads(told, salt=SALT, max_age=A_YEAR_S)
    except (KeyError, signing.BadSignature, ValueError):
        return "", []
    return str(device), [str(one) for one in people]
