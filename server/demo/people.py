"""The people of the demo. Their password is published, so a database that serves a kitchen may not hold them."""

from django.conf import settings
from django.db import connection, transaction

from server.accounts.models import Kitchen, Role, User

KITCHEN = "ternlund"
# Name to sign in by, the two letters they are called, role, and code for the kitchen's tablet.
PEOPLE = (
    ("mk", "M.", "K.", Role.OWNER, "2580"),
    ("ot", "O.", "T.", Role.COOK, "7391"),
    ("vs", "V.", "S.", Role.VIEWER, "9024"),
)
# What the galley pays, in euros, and since when.
PRICED_ON = "2026-11-02"
PRICES = (
    {"fish": "gurnard", "price": 14, "per": {"value": 1, "unit": "kg"}, "basis": "whole"},
    {"fish": "zander", "price": 24, "per": {"value": 1, "unit": "kg"}, "basis": "fillet"},
    {"fish": "arctic-char", "price": 27, "per": {"value": 1, "unit": "kg"}, "basis": "fillet"},
    {"ingredient": "sea-salt-fine", "price": 0.7, "per": {"value": 1, "unit": "kg"}},
    {"ingredient": "caraway-seed", "price": 18, "per": {"value": 1, "unit": "kg"}},
    {"ingredient": "buttermilk", "price": 1.3, "per": {"value": 1, "unit": "l"}},
    {"ingredient": "lemon-juice", "price": 0.45, "per": {"value": 1, "unit": "piece"}},
    {"ingredient": "rapeseed-oil", "price": 3.2, "per": {"value": 1, "unit": "l"}},
    {"ingredient": "rye-flour", "price": 1.6, "per": {"value": 1, "unit": "kg"}},
)
SETTLED = {
    "time_zone": "Europe/Helsinki",
    "house_rules": [
        {"id": "probe", "text": "The probe is checked in ice water before each service."},
        {"id": "rinse", "text": "A cure above 3 % salt is rinsed, and wiped dry."},
        {
            "id": "lean-salt",
            "text": "Lean fish has 0.9 to 1.3 % of salt added on the plate.",
            "target": "plate.added_pct_of_edible",
            "min": 0.9,
            "max": 1.3,
            "applies": "lean",
        },
        {
            "id": "portion",
            "text": "A portion is 150 to 190 g of boneless fish.",
            "target": "portion_g",
            "min": 150,
            "max": 190,
        },
    ],
}


def with_published_password() -> list[User]:
    """People in this database who have the demo's password."""
    return [one for one in User.objects.all() if one.check_password(settings.DEMO_USER["password"])]


@transaction.atomic
def forget() -> int:
    """Take the demo's people out, and its kitchen where nobody else is in it; how many people that were.

    Only the database's owner can: versions go with a kitchen, and the application may not take any away.
    """
    with connection.cursor() as cursor:
        cursor.execute("SET LOCAL jar.purging = 'yes'")
    people = with_published_password()
    gone = [one.pk for one in people]
    for kitchen in Kitchen.objects.filter(slug=KITCHEN):
        if not kitchen.memberships.exclude(user__in=gone).exists():
            kitchen.delete()
    User.objects.filter(pk__in=gone).delete()
    return len(gone)
