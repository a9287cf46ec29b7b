"""People, kitchens and who does what in them."""

from uuid import uuid4

from django.contrib.auth.models import AbstractUser
from django.contrib.sessions.backends.base import SessionBase
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models
from django.utils import timezone

from server.accounts.kitchen_settings import KitchenSettings


class User(AbstractUser):
    """A person who signs in."""

    initials = models.CharField(max_length=4, blank=True)
    # Hashed; with it they say who they are at a shared tablet, and with nothing else.
    tablet_code = models.CharField(max_length=128, blank=True)
    # Of a request at a shared tablet: the one kitchen it is for. No column: see server.accounts.persons.
    tablet_of: "Kitchen | None" = None
    # Of a request of a script: the token that it came with. No column either.
    token: "AccessToken | None" = None

    @property
    def called(self) -> str:
        """How others read their name."""
        return self.get_full_name() or self.username


class WrongPassword(models.Model):
    """A sign-in that failed: a hash of the name that was typed, and where from. Kept while it makes anybody wait."""

    name = models.CharField(max_length=64)
    address = models.GenericIPAddressField()
    device = models.CharField(max_length=16, blank=True)
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    class Meta:
        indexes = [
            models.Index(fields=["name", "at"], name="wrong_by_name"),
            models.Index(fields=["address", "at"], name="wrong_by_address"),
        ]

    def __str__(self) -> str:
        return f"{self.address} · {self.at:%H:%M:%S}"


class Kitchen(models.Model):
    """The group that owns formulas, pantry and logbook."""

    slug = models.SlugField(unique=True)
    name = models.CharField(max_length=80)
    # How many changes there were: see server.feed.
    changes = models.PositiveBigIntegerField(default=0, db_default=0)
    people = models.ManyToManyField(User, through="Membership", related_name="kitchens")
    settings_document = models.JSONField(default=dict, blank=True, db_default=models.Value({}, models.JSONField()))
    # Of a rehearsal that is played faster: see server.accounts.clock.
    clock = models.JSONField(null=True, blank=True, default=None)

    def __str__(self) -> str:
        return self.name

    @property
    def settings(self) -> KitchenSettings:
        """What the kitchen has settled for itself."""
        return KitchenSettings.model_validate(self.settings_document)


class Role(models.TextChoices):
    """What a person may do in a kitchen."""

    OWNER = "owner"
    COOK = "cook"
    VIEWER = "viewer"


class Membership(models.Model):
    """A person in a kitchen, with a role."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="memberships")
    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=Role)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["user", "kitchen"], name="one_role_in_a_kitchen")]

    def __str__(self) -> str:
        return f"{self.user} · {self.kitchen} · {self.role}"


class Session(AbstractBaseSession):
    """A browser that somebody has signed in on. Its key is a secret; people are told its handle.

    `at` is who is at it: whoever signed in, or, on a tablet that a kitchen shares, whoever gave their code last, or
    nobody while it lies about.
    """

    handle = models.UUIDField(default=uuid4, unique=True)
    opened_by = models.ForeignKey(User, on_delete=models.CASCADE, null=True, related_name="sessions")
    at = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    tablet_of = models.ForeignKey(Kitchen, on_delete=models.CASCADE, null=True, related_name="tablets")
    device = models.CharField(max_length=80, blank=True)
    started_at = models.DateTimeField(default=timezone.now)
    seen_at = models.DateTimeField(default=timezone.now)

    @classmethod
    def get_session_store_class(cls) -> type[SessionBase]:
        """What reads and writes such rows."""
        from server.accounts.sessions import SessionStore

        return SessionStore


class AccessToken(models.Model):
    """By which a script does in a person's name what its role lets it: in one kitchen, or in all of theirs.

    The secret itself is kept nowhere; people are told its handle.
    """

    handle = models.UUIDField(default=uuid4, unique=True)
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="tokens")
    name = models.CharField(max_length=60)
    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=8, choices=Role)
    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField(null=True)
    ends_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.user} · {self.name}"


class Deed(models.TextChoices):
    """What the audit trail of a kitchen tells of."""

    SIGN_IN = "sign_in"
    SIGN_OUT = "sign_out"
    SIGN_OUT_ELSEWHERE = "sign_out_elsewhere"
    WRONG_PASSWORD = "wrong_password"
    PASSWORD_CHANGED = "password_changed"
    PASSWORD_RESET = "password_reset"
    SECOND_FACTOR_ON = "second_factor_on"
    SECOND_FACTOR_OFF = "second_factor_off"
    RECOVERY_CODE = "recovery_code"
    INITIALS = "initials"
    TABLET_CODE = "tablet_code"
    TOKEN_MADE = "token_made"
    TOKEN_REVOKED = "token_revoked"
    TABLET = "tablet"
    TABLET_SIGNED_OUT = "tablet_signed_out"
    CAME_TO_TABLET = "came_to_tablet"
    WRONG_CODE = "wrong_code"
    KITCHEN_MADE = "kitchen_made"
    INVITED = "invited"
    INVITATION_TAKEN_BACK = "invitation_taken_back"
    JOINED = "joined"
    RESET_LINK = "reset_link"
    ROLE = "role"
    REMOVED = "removed"
    LEFT = "left"
    HANDED_OVER = "handed_over"
    SETTINGS = "settings"
    ROWS = "rows"
    VERSION_KEPT = "version_kept"
    STOP_ACCEPTED = "stop_accepted"
    SERVICE_OUT = "service_out"
    SERVICE_BACK = "service_back"
    ACCEPTANCE_TAKEN_BACK = "acceptance_taken_back"
    PUT = "put"
    PURGED = "purged"
    UNSHELVED = "unshelved"
    EXPORTED = "exported"


class Entry(models.Model):
    """A line of a kitchen's audit trail. The database takes more of them and changes none.

    Who did it is written out, so that it stands when they are gone.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="trail")
    at = models.DateTimeField(auto_now_add=True)
    deed = models.CharField(max_length=32, choices=Deed)
    person = models.BigIntegerField(null=True)
    name = models.CharField(max_length=310, blank=True)
    initials = models.CharField(max_length=4, blank=True)
    about = models.TextField(blank=True)

    class Meta:
        indexes = [models.Index(fields=["kitchen", "-id"], name="trail_by_kitchen")]

    def __str__(self) -> str:
        return f"{self.at:%Y-%m-%d %H:%M} · {self.initials} · {self.deed} {self.about}"
