"""Addresses: the API below /api/, one page for everything else."""

from django.urls import path, re_path

from server.common.failures import nothing_here
from server.config.api import api
from server.pages.views import app_page, worker

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", nothing_here),
    path("sw.js", worker),
    # The front end has a router of its own; an unknown file or API address is still a 404.
    re_path(r"^(?!api/|static/).*$", app_page),
]
handler400 = "server.common.failures.bad_request"
handler403 = "server.common.failures.forbidden"
handler404 = "server.common.failures.not_found"
handler500 = "server.common.failures.broken"
