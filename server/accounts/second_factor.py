"""A second factor: codes that a device of one's own shows each half minute (TOTP, RFC 6238), and a few for its loss."""

from base64 import b32encode
from dataclasses import dataclass
from urllib.parse import quote, urlencode

import segno
from django.db import transaction
from django.db.models import Exists, OuterRef, QuerySet
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice

from server.accounts import trail
from server.accounts.models import User
from server.common.kinds import WRONG_CODE
from server.common.problems import Problem

ISSUER = "Jar Table"
RECOVERY_CODES = 8
CODE = "/code"


@dataclass(frozen=True, slots=True)
class Offered:
    """A secret for an authenticator: as letters, as an address, and as a picture to point a camera at (a data: URL)."""

    secret: str
    address: str
    picture: str


def has_one(user: User) -> bool:
    """Whether they sign in with a second factor."""
    return bool(_of(user).exists())


def of_each(user: OuterRef) -> Exists:
    """The same of each person in a query."""
    return Exists(_of(user))


def _of(user: User | OuterRef) -> "QuerySet[TOTPDevice]":
    """What counts of their devices."""
    found: QuerySet[TOTPDevice] = TOTPDevice.objects.filter(user=user, confirmed=True)
    return found


@transaction.atomic
def offer(user: User) -> Offered:
    """A new secret; it counts once they have shown that their device has it."""
    TOTPDevice.objects.filter(user=user, confirmed=False).delete()
    device = TOTPDevice.objects.create(user=user, name=ISSUER, confirmed=False)
    secret = b32encode(device.bin_key).decode()
    label = f"{quote(ISSUER)}:{quote(user.username)}"
    address = f"otpauth://totp/{label}?{urlencode({'secret': secret, 'issuer': ISSUER}, quote_via=quote)}"
    return Offered(secret, address, segno.make(address, error="m").svg_data_uri(scale=4, border=4, light="white"))


@transaction.atomic
def confirm(user: User, code: str) -> list[str]:
    """Take the offered one, shown to be theirs by a code of it; gives the codes for its loss, each good once.

    Raises: Problem 422 for a wrong code, or where nothing was offered.
    """
    device = TOTPDevice.objects.select_for_update().filter(user=user, confirmed=False).first()
    if device is None or not device.verify_token(_digits(code)):
        words = "This is not the code that your device shows now. Wait for the next one."
        raise Problem(WRONG_CODE, words, errors=[{"path": CODE, "text": words}])
    take_away(user)
    device.confirmed = True
    device.save(update_fields=["confirmed"])
    spare = StaticDevice.objects.create(user=user, name=ISSUER)
    codes = [StaticToken.random_token() for _ in range(RECOVERY_CODES)]
    StaticToken.objects.bulk_create([StaticToken(device=spare, token=one) for one in codes])
    trail.note_everywhere(trail.Deed.SECOND_FACTOR_ON, user)
    return codes


@transaction.atomic
def take_away(user: User) -> None:
    """They sign in with their password alone."""
    had, _ = _of(user).delete()
    StaticDevice.objects.filter(user=user).delete()
    if had:
        trail.note_everywhere(trail.Deed.SECOND_FACTOR_OFF, user)


def passes(user: User, code: str) -> bool:
    """Whether a code is the one that their device shows, or one of those for its loss; each works once."""
    with transaction.atomic():
        device = _of(user).select_for_update().first()
        if device is not None and len(_digits(code)) == device.digits and device.verify_token(_digits(code)):
            return True
    with transaction.atomic():
        spare = StaticDevice.objects.select_for_update().filter(user=user).first()
        if spare is None or not spare.verify_token(code.strip().lower()):
            return False
    trail.note_everywhere(trail.Deed.RECOVERY_CODE, user)
    return True


def _digits(code: str) -> str:
    """A code without the gaps that people write in it."""
    return "".join(code.split())
