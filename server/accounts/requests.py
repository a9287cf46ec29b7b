"""Requests whose sender is known."""

from django.http import HttpRequest

from server.accounts.models import User


class AuthedRequest(HttpRequest):
    """A request of somebody who is signed in."""

    user: User
