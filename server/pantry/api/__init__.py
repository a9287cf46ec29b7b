"""The pantry over HTTP: what can be put in a jar, and which fish there are."""

from ninja import Router

from server.pantry.api.nameable import router as nameable
from server.pantry.api.own import router as own
from server.pantry.api.shelf import router as shelf

router = Router()
router.add_router("", nameable)
router.add_router("", own)
router.add_router("", shelf)
