"""Photos of a run: made anew without what a camera writes into them, kept once, of one kitchen, and taken along."""

import io
import json
import uuid
import zipfile
from typing import Any

from PIL import Image

from server.accounts.models import Role
from server.runs.models import Photo
from tests.http.door import person
from tests.http.test_runs import RUNS, RunTest

# Tags of EXIF (its standard, CIPA DC-008): which way is up, and who made it.
ORIENTATION, ARTIST, TURNED = 0x0112, 0x013B, 6


def picture(width: int = 300, height: int = 200, kind: str = "JPEG", **more: Any) -> bytes:
    """A photo as a camera writes one: turned on its side, with a name in it."""
    drawn = Image.new("RGB", (width, height), (180, 190, 150))
    exif = Image.Exif()
    exif[ORIENTATION], exif[ARTIST] = TURNED, "somebody"
    written = io.BytesIO()
    drawn.save(written, kind, exif=exif, **more)
    return written.getvalue()


class PhotosTest(RunTest):
    def put(self, run: Any, raw: bytes, name: str | None = None, door: Any = None) -> Any:
        """What is answered to a photo."""
        client = door or self.door
        token = client.cookies["csrftoken"].value
        path = f"{RUNS}/{run['id']}/photos/{name or uuid.uuid4()}"
        return client.put(path, raw, content_type="image/jpeg", headers={"X-CSRFToken": token})

    def test_it_is_kept_once_upright_and_bare_and_taken_along(self) -> None:
        run, name = self.begun(), str(uuid.uuid4())
        step = self.first(run)["id"]
        self.send_events(run, self.event("photographed", photo=name, step=step, by="OT"))
        for _ in range(2):
            self.assertEqual(self.put(run, picture(), name).json(), {"id": name})
        self.assertEqual(Photo.objects.count(), 1)
        kept = self.door.get(f"{RUNS}/{run['id']}/photos/{name}")
        self.assertEqual(kept["Content-Type"], "image/jpeg")
        with Image.open(io.BytesIO(kept.content)) as read:
            self.assertEqual((read.size, dict(read.getexif())), ((200, 300), {}))
        self.assertNotIn(b"somebody", kept.content)
        record = self.json("GET", f"{RUNS}/{run['id']}/record")
        self.assertEqual([(one["photo"], one["by"]) for one in record["photos"]], [(name, "OT")])
        taken = self.door.get(f"{RUNS}/{run['id']}/photos")
        with zipfile.ZipFile(io.BytesIO(taken.content)) as file:
            self.assertEqual(file.namelist(), [f"run-{run['id']}.json", f"photos/{name}.jpg"])
            document = json.loads(file.read(f"run-{run['id']}.json"))
        self.assertEqual(document["events"][0]["photo"], name)

    def test_what_a_tablet_makes_of_it_is_read_and_made_smaller(self) -> None:
        run = self.begun()
        for kind in ("PNG", "WEBP"):
            self.assertEqual(self.put(run, picture(kind=kind)).status_code, 200, kind)
        name = str(uuid.uuid4())
        self.put(run, picture(5000, 3000, quality=20), name)
        with Image.open(io.BytesIO(bytes(Photo.objects.get(pk=name).content))) as read:
            self.assertEqual(max(read.size), 2000)

    def test_what_is_none_or_too_large_or_of_another_is_refused(self) -> None:
        run, name = self.begun(), str(uuid.uuid4())
        whole = picture()
        for raw in (b"", b"no photo", whole[: len(whole) // 2], b"GIF89a" + bytes(40), b"<svg onload='alert(1)'/>"):
            self.assert_problem(self.put(run, raw), 422)
        bomb = io.BytesIO()
        Image.new("1", (12_000, 12_000)).save(bomb, "PNG")
        self.assert_problem(self.put(run, bomb.getvalue()), 422)
        told = self.assert_problem(self.put(run, bytes(40_000_000)), 413)
        self.assertIn("40.0 MB", told["detail"])
        self.assertEqual(Photo.objects.count(), 0)
        self.put(run, whole, name)
        other = self.begun()
        self.assert_problem(self.put(other, whole, name), 409)
        self.assert_problem(self.send(self.door, "GET", f"{RUNS}/{other['id']}/photos/{name}"), 404)
        person("guest", Role.VIEWER)
        self.assert_problem(self.put(run, whole, door=self.signed_in("guest")), 403)
