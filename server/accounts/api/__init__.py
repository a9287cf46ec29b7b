"""Who one is, over HTTP."""

from ninja import Router

from server.accounts.api.account import router as account
from server.accounts.api.session import router as session
from server.accounts.api.tokens import router as tokens

router = Router()
router.add_router("", session)
router.add_router("", account)
router.add_router("", tokens)
