"""A kitchen's people, settings and trail, over HTTP."""

from ninja import Router

from server.kitchens.api.doors import router as doors
from server.kitchens.api.people import router as people
from server.kitchens.api.record import router as record

router = Router(tags=["kitchen"])
router.add_router("", people)
router.add_router("", record)
router.add_router("", doors)
