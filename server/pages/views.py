"""The one page that carries the front end."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe


@require_safe
@ensure_csrf_cookie
def app_page(request: HttpRequest) -> HttpResponse:
    """Answer with the page; the script on it draws the screen for the address."""
    return render(request, "app.html")
