"""Addresses: the API below /api/, one page for everything else."""

from django.urls import path, re_path

from server.config.api import api
from server.pages.views import app_page

urlpatterns = [
    path("api/", api.urls),
    # The front end has a router of its own; an unknown file or API address is still a 404.
    re_path(r"^(?!api/|static/).*$", app_page),
]
