"""Photos at the tablet: drawn anew before they leave it, kept without a network, refused in words, on record."""

import io
import tempfile
from pathlib import Path

from PIL import Image

from server.runs.models import Photo
from tests.browser.chrome import resize
from tests.browser.test_run import RECEIVE, RunBrowserTest
from tests.browser.words import run
from tests.http.test_photos import picture


class PhotosTest(RunBrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def take(self, name: str, content: bytes) -> None:
        """Somebody takes a photo, or chooses a file."""
        (self.folder / name).write_bytes(content)
        self.driver.find_element("css selector", "[data-part=photo]").send_keys(str(self.folder / name))

    def test_bare_and_small_kept_without_a_network_and_on_record(self) -> None:
        begun = self.begun()
        resize(self.driver, 820, 1180)
        self.addCleanup(resize, self.driver, 1280, 800)
        self.page.one("[data-part=photo]")
        self.take("none.jpg", b"no photo at all")
        self.page.sees("[data-part=action]", run.noPhoto.none)
        self.take("large.jpg", bytes(40_000_000))
        self.page.sees("[data-part=action]", run.noPhoto.large)
        self.offline()
        self.take("fish.jpg", picture(4000, 3000, quality=98))
        self.page.until(lambda: self.page.unsent() == 2, "the photo and what is said of it wait")
        self.page.one("[data-part=happened] summary").click()
        self.page.sees("[data-part=happened]", run.photoWaits)
        self.assertEqual(Photo.objects.count(), 0)
        self.offline(False)
        self.page.sent()
        with Image.open(io.BytesIO(bytes(Photo.objects.get().content))) as kept:
            # Upright, as it was held; no side longer than is kept; nothing of the camera.
            self.assertEqual((kept.size, dict(kept.getexif())), ((1500, 2000), {}))
        self.page.one("[data-part=happened] img")
        self.page.one("[data-part=else]").click()
        self.page.one("[data-part=end]").click()
        self.page.one("[data-part=photos] img")
        drawn = "const [image] = document.querySelectorAll('[data-part=photos] img'); return image.naturalWidth"
        self.page.until(lambda: self.driver.execute_script(drawn) == 1500, "it is drawn")
        self.page.sees("main", run.names.photos)
        self.assertEqual(begun.events.get(document__do="photographed").document["step"], RECEIVE)
