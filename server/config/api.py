"""The API, put together."""

from server.accounts.api import router as session
from server.accounts.requests import SignedIn
from server.common.openapi import JarAPI
from server.common.problems import register
from server.day.ahead import router as ahead
from server.day.api import router as day
from server.feed.api import router as feed
from server.formulas.api import router as formulas
from server.kitchens.api import router as kitchens
from server.pantry.api import router as pantry
from server.questions.api import router as questions
from server.runs.api import router as runs
from server.runs.instruments import router as instruments
from server.temperatures.api import router as temperatures
from server.work.api import router as work

SAYS = "All that the page does, for scripts too: by a session or by a personal access token. docs/api leads in."
api = JarAPI(title="Jar Table", version="1", description=SAYS, servers=[{"url": "/"}], auth=SignedIn(), docs_url=None)
register(api)
api.add_router("", session)
api.add_router("", kitchens)
api.add_router("", feed)
api.add_router("", formulas)
api.add_router("", questions)
api.add_router("", pantry)
api.add_router("", work)
api.add_router("", day)
api.add_router("", ahead)
api.add_router("", runs)
api.add_router("", instruments)
api.add_router("", temperatures)
