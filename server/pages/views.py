"""The one page that carries the front end, and the worker that keeps it on a tablet for when there is no network."""

import hashlib
import json
from functools import cache
from pathlib import Path

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.templatetags.static import static
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from server.pages.skew import NOW

TEMPLATE = Path(__file__).parent / "templates" / "app.html"
ICON = "icon.svg"


@require_safe
@ensure_csrf_cookie
def app_page(request: HttpRequest) -> HttpResponse:
    """Answer with the page; the script on it draws the screen for the address. It is the same for everybody."""
    response = render(request, "app.html", {"page": NOW})
    # By this a worker tells it from what something in between answers in its place.
    response["X-Jar-Page"] = str(NOW)
    return response


@require_safe
def worker(_request: HttpRequest) -> HttpResponse:
    """The service worker, with all files of the build that it keeps. Here and not among the others, for it is in charge
    of what lies below its own address.
    """
    response = HttpResponse(_worker(), content_type="text/javascript; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response


@cache
def _worker() -> str:
    try:
        script = settings.WORKER_SCRIPT.read_text(encoding="utf-8")
        built = json.loads(settings.DJANGO_VITE["default"]["manifest_path"].read_text(encoding="utf-8"))
    except FileNotFoundError:
        raise Http404 from None
    files = sorted({static(name) for name in [ICON, *(name for one in built.values() for name in _files(one))]})
    what = json.dumps(files) + script + TEMPLATE.read_text(encoding="utf-8")
    build = hashlib.sha256(what.encode()).hexdigest()[:16]
    return f"self.JAR_BUILD = {json.dumps(build)};\nself.JAR_FILES = {json.dumps(files)};\n{script}"


def _files(one: dict[str, object]) -> list[str]:
    """The files of an entry of the build's list that a browser of today asks for."""
    named = [one.get("file"), *_listed(one.get("css")), *_listed(one.get("assets"))]
    return [name for name in named if isinstance(name, str) and not name.endswith(".woff")]


def _listed(value: object) -> list[object]:
    return value if isinstance(value, list) else []
