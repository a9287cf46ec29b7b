"""Photos of a run: read as pictures, made anew without what a camera writes into them, kept beside the events."""

import io
import zipfile
from collections.abc import Iterator
from uuid import UUID

from django.db import transaction
from PIL import Image, ImageOps, UnidentifiedImageError

from server.accounts.models import Kitchen, User
from server.common.kinds import NO_PHOTO, OF_ANOTHER_RUN, TOO_MANY
from server.common.middleware import LARGEST_PHOTO
from server.common.problems import Problem
from server.runs.models import Photo, Run

KIND = "image/jpeg"
READ = ("JPEG", "PNG", "WEBP")
# The longer side of what is kept [px]; more pixels than any camera of a tablet has are not unpacked.
LONGEST_SIDE, MOST_PIXELS = 2000, 60_000_000
QUALITIES = (85, 70, 50)
MOST_OF_RUN = 60
UNREADABLE = "This is no photo that can be read. Send a JPEG, PNG or WebP."
ENOUGH = f"A run has at most {MOST_OF_RUN} photos."
ELSEWHERE = "This photo belongs to another run."


def keep(kitchen: Kitchen, user: User, number: int, name: UUID, raw: bytes) -> Photo:
    """Keep a photo of a run; one that is kept already stays as it is.

    Raises: Run.DoesNotExist; Problem 422 for what is no photo or where there are enough, 409 for one of another run.
    """
    with transaction.atomic():
        run = Run.objects.of(kitchen).held(number)
        known = Photo.objects.filter(pk=name).only("run_id").first()
        if known is not None and known.run_id != run.pk:
            raise Problem(OF_ANOTHER_RUN, ELSEWHERE)
        if known is not None:
            return known
        if run.photos.count() >= MOST_OF_RUN:
            raise Problem(TOO_MANY, ENOUGH)
        return Photo.objects.create(pk=name, run=run, content=_anew(raw), signed_by=user)


def of_run(run: Run) -> Iterator[Photo]:
    """The photos of a run, one after another."""
    return Photo.objects.filter(run=run).order_by("kept_at").iterator(chunk_size=1)


def packed(document: bytes, run: Run) -> bytes:
    """A run's document with its photos beside it, as a ZIP."""
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr(f"run-{run.pk}.json", document)
        for photo in of_run(run):
            # They are compressed already.
            file.writestr(f"photos/{photo.pk}.jpg", bytes(photo.content), zipfile.ZIP_STORED)
    return written.getvalue()


def _anew(raw: bytes) -> bytes:
    """The picture alone: upright, without what else the file says (EXIF: where, when, by which camera)."""
    try:
        with Image.open(io.BytesIO(raw), formats=READ) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise Problem(NO_PHOTO, UNREADABLE)
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise Problem(NO_PHOTO, UNREADABLE) from error
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    for quality in QUALITIES:
        written = io.BytesIO()
        upright.save(written, "JPEG", quality=quality)
        if written.tell() <= LARGEST_PHOTO:
            break
    return written.getvalue()
