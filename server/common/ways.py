"""How somebody may come to an operation, for its description: by session, by token, or as nobody yet."""

from typing import Any

from ninja.operation import Operation

# The names of the ways in the description of the API.
SESSION, FROM_HERE, TOKEN = "Session", "FromHere", "Token"
SCHEMES = {
    SESSION: {
        "type": "apiKey",
        "in": "cookie",
        "name": "sessionid",
        "description": "The session of somebody who has signed in (`sign_in`). Where the server is reached by HTTPS "
        "the cookie is called __Host-sessionid.",
    },
    FROM_HERE: {
        "type": "apiKey",
        "in": "header",
        "name": "X-CSRFToken",
        "description": "What stands in the cookie csrftoken (by HTTPS: __Host-csrftoken), which `session` sets: beside "
        "the session with everything that changes something, and where nobody is signed in yet. Over HTTPS the request "
        "says in Origin or Referer that it comes from here. No token needs it.",
    },
    TOKEN: {
        "type": "http",
        "scheme": "bearer",
        "description": "A personal access token, made under “You” (`make_access_token`): for one kitchen or all of "
        "one's own, with the role of a viewer, a cook or an owner at most, until a day; revoked there.",
    },
}


class Way:
    """How somebody may come; whoever checks it is one."""

    # Whether it is known who asks, or only that their page comes from here.
    knows_who = True
    by_token = True

    def as_listed(self, *, changes: bool) -> list[dict[str, list[Any]]]:
        """The ways, as OpenAPI lists them: one of them is enough. CHANGES is whether the operation changes anything."""
        if not self.knows_who:
            return [{FROM_HERE: []}]
        session: dict[str, list[Any]] = {SESSION: [], **({FROM_HERE: []} if changes else {})}
        return [session, {TOKEN: []}] if self.by_token else [session]


def ways_of(operation: Operation) -> list[Way]:
    """The ways to an operation that are checked before it."""
    checks: list[object] = list(operation.auth_callbacks or ())
    return [one for one in checks if isinstance(one, Way)]
