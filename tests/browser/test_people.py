"""People and kitchens as one works with them: links, passwords, the shared tablet, settings, the trail."""

from base64 import b32decode
from datetime import timedelta

from django.test import Client
from django.utils import timezone
from django_otp.oath import totp
from selenium import webdriver
from selenium.webdriver.common.by import By

from server.accounts.models import Entry, Kitchen, Membership, Role, Session, User
from server.formulas.models import DraftRevision
from server.kitchens.services import first_code
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import chrome, close
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.people import DoorPage, KitchenPage, YouPage
from tests.browser.words import names, people

DEMO = "rye-and-caraway"
ANOTHER = "rye-and-juniper-7"


class PeopleTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.you = YouPage(self.driver, self.live_server_url)
        self.about = KitchenPage(self.driver, self.live_server_url)
        self.door = DoorPage(self.driver, self.live_server_url)

    def other(self) -> webdriver.Chrome:
        """Somebody else's browser."""
        other = chrome(fresh=True)
        self.addCleanup(close, other)
        other.get(f"{self.live_server_url}/sign-in")
        return other

    def sign_in_as(self, name: str, password: str = DEMO) -> None:
        self.sign_in.open().enter(name, password)

    def test_an_owner_invites_and_somebody_new_comes_in(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        about = self.about.open(self.kitchen.slug)
        self.assertEqual(about.roles(), {"mk": "owner", "ot": "cook", "vs": "viewer"})
        about.press(people.names.invite)
        link = about.link()
        self.assert_accessible()
        other = self.other()
        other.get(link)
        door = DoorPage(other, self.live_server_url)
        door.sees("h1", "invites you into Ternlund galley")
        # What cannot be is told where it is wrong, and what was typed stays.
        door.introduce("new.cook", "New Cook", "OT", "short")
        door.press(people.names.join)
        door.sees("[role=alert]", "OT")
        self.assertEqual(door.value_of(people.names.signInName), "new.cook")
        door.type(people.names.initials, "NC")
        door.type(people.names.password, ANOTHER)
        door.press(people.names.join)
        door.at("NC")
        self.assertEqual(Membership.objects.get(user__username="new.cook").role, Role.COOK)
        # The owner's page has learned of it; the link opens nothing any more.
        about.one("[data-person='new.cook']")
        other.get("about:blank")
        other.get(link)
        door.sees("[role=alert]", "used already")

    def test_roles_are_given_somebody_goes_and_the_kitchen_is_handed_over(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        about = self.about.open(self.kitchen.slug)
        bench = self.another_browser(name="ot")
        about.choose(people.names.roleOf.format(person="O. T."), "viewer")
        about.until(lambda: Membership.objects.get(user__username="ot").role == Role.VIEWER, "kept")
        # What is open elsewhere knows it, without being loaded again.
        bench.until(lambda: bench.field(names.servings).get_attribute("disabled"), "nothing to type there")
        about.choose(people.names.roleOf.format(person="M. K."), "cook")
        about.sees("[data-person=mk] [role=alert]", "Hand it over")
        about.more("vs", people.names.remove)
        about.sees("[role=dialog]", "What they did stays")
        self.assert_accessible()
        self.driver.find_element(By.XPATH, f"//*[@role='dialog']//button[.='{people.names.remove}']").click()
        about.until(lambda: not Membership.objects.filter(user__username="vs").exists(), "out")
        about.until(lambda: set(about.roles()) == {"mk", "ot"}, "gone from the list")
        about.more("ot", people.names.handOver)
        self.driver.find_element(By.XPATH, f"//*[@role='dialog']//button[.='{people.names.handOver}']").click()
        about.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[data-part=invitations]"), "no owner now")
        roles = dict(Membership.objects.values_list("user__username", "role"))
        self.assertEqual(roles, {"mk": Role.COOK, "ot": Role.OWNER})

    def test_a_password_is_changed_reset_and_every_other_session_ends(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        bench = self.another_browser(name="mk")
        you = self.you.open(self.kitchen.slug)
        self.assertEqual(len(you.sessions()), 2)
        self.assert_accessible()
        you.type(people.names.oldPassword, "wrong")
        you.type(people.names.newPassword, ANOTHER)
        you.press(people.names.changePassword)
        you.faulty("password", "not your password")
        you.type(people.names.oldPassword, DEMO)
        you.press(people.names.changePassword)
        you.done("password", people.you.passwordChanged)
        bench.sees("[data-part=connection]", "signed out")
        # Somebody forgot theirs: the owner makes a link.
        about = self.about.open(self.kitchen.slug)
        about.more("ot", people.names.resetLink)
        link = about.link()
        bench.driver.get(link)
        door = DoorPage(bench.driver, self.live_server_url)
        door.type(people.names.newPassword, ANOTHER)
        door.press(people.names.resetPassword)
        door.sees("main", people.doors.resetDone)
        self.assertTrue(User.objects.get(username="ot").check_password(ANOTHER))

    def test_one_signs_out_elsewhere_and_everywhere(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        for _ in range(2):
            self.other().get(f"{self.live_server_url}/sign-in")
        bench = self.another_browser(name="mk")
        you = self.you.open(self.kitchen.slug)
        you.press(people.names.signOutThere)
        bench.sees("[data-part=connection]", "signed out")
        you.until(lambda: len(you.sessions()) == 1, "one left")
        you.press(people.names.everywhere)
        you.leads_to(f"{self.live_server_url}/sign-in")
        self.assertEqual(Session.objects.count(), 0)

    def test_a_token_is_made_shown_once_and_revoked(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        you = self.you.open(self.kitchen.slug)
        you.press(people.names.newToken)
        you.type(people.names.tokenPassword, DEMO)
        you.press(people.names.makeToken)
        you.faulty("tokens", "Give it a name")
        you.type(people.names.tokenName, "nightly import")
        you.choose(people.names.tokenRole, "cook")
        # Where the page is loaded anew it is there, but for the password.
        you.open(self.kitchen.slug).press(people.names.newToken)
        self.assertEqual(you.typed(people.names.tokenName), "nightly import")
        you.choose(people.names.tokenKitchen, self.kitchen.slug)
        you.type(people.names.tokenPassword, "wrong")
        you.press(people.names.makeToken)
        you.faulty("tokens", "not your password")
        you.type(people.names.tokenPassword, DEMO)
        you.press(people.names.makeToken)
        secret = you.typed(people.names.token)
        self.assert_accessible()
        script = Client(headers={"Authorization": f"Bearer {secret}"})
        where = f"/api/kitchens/{self.kitchen.slug}/formulas"
        self.assertEqual(script.get(where).status_code, 200)
        you.press(people.names.done)
        you.gone("[data-part=token]")
        you.open(self.kitchen.slug).sees("[data-part=tokens] li", "nightly import as cook")
        self.assertNotIn(secret, self.driver.page_source)
        you.press(people.names.revoke)
        you.gone("[data-part=tokens] li")
        self.assertEqual(script.get(where).status_code, 401)

    def test_a_second_factor_is_set_up_and_asked_for(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        you = self.you.open(self.kitchen.slug)
        you.type(people.names.confirmPassword, DEMO)
        you.press(people.names.setUpFactor)
        secret = b32decode(you.text("[data-part=secret]"))
        self.assertGreater(self.driver.execute_script("return document.images[0].naturalWidth"), 50)
        self.assert_accessible()
        you.type(people.names.factorCode, f"{totp(secret):06}")
        you.press(people.names.takeFactor)
        codes = you.text("[data-part=recovery]").split()
        you.press(people.names.noted)
        you.sees("[data-part=second-factor]", people.you.factorOn)
        you.sign_out()
        self.sign_in_as("mk")
        self.sign_in.sees("[role=alert]", "code")
        self.sign_in.type(people.names.secondFactor, codes[0])
        self.sign_in.press(names.signIn)
        self.table.one("main li h2")
        self.assert_quiet_console()

    def test_several_cooks_share_a_tablet_and_what_is_done_is_theirs(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        self.you.open(self.kitchen.slug).press(people.names.shareBrowser)
        self.you.press(people.names.shareHere)
        self.table.one("main li h2")
        self.door.leave(names.stepAway)
        self.door.sees("main", "Who is at the tablet of Ternlund galley?")
        self.assert_accessible()
        self.door.come("OT", "0000")
        self.door.sees("[role=alert]", "not the code")
        self.door.come("OT", "7391")
        self.door.at("OT")
        self.driver.get(self.address(self.stored(ZANDER)))
        bench = BenchPage(self.driver, self.live_server_url)
        bench.settled()
        bench.type(names.servings, "7")
        bench.settled()
        self.assertEqual(DraftRevision.objects.latest("pk").saved_by.username, "ot")
        # Nobody touches it: it asks who is there, and what stood open is where one goes on.
        Session.objects.update(seen_at=timezone.now() - timedelta(minutes=20))
        self.door.sees("main", "Who is at the tablet of Ternlund galley?")
        self.door.come("VS", "9024")
        self.door.at("VS")
        bench.until(lambda: bench.field(names.servings).get_attribute("disabled"), "a viewer types nothing")
        # The owner signs it out from elsewhere.
        other = self.other()
        self.sign_in_by_cookie(other, "mk")
        about = KitchenPage(other, self.live_server_url).open(self.kitchen.slug)
        about.press(people.names.signOutThere)
        self.door.field(names.password)
        self.assertEqual(Session.objects.filter(tablet_of__isnull=False).count(), 0)

    def test_settings_hold_for_all_and_the_trail_tells_of_them(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        about = self.about.open(self.kitchen.slug, "settings")
        about.type(people.names.timeZone, "Mars/Base")
        about.type(people.names.awayMin, "0")
        about.choose(names.measures, "metric")
        about.press(people.names.addRule)
        about.type(people.names.rule.format(place=5), "Skin side down, always.")
        about.press(people.names.keepSettings)
        about.sees("[data-part=settings] [role=alert]", "time zone")
        about.sees("[data-part=tablet-settings] [role=alert]", "A whole number of minutes")
        self.assert_accessible()
        # What is typed waits while something else is looked at, and what others settle meanwhile stays.
        Kitchen.objects.update(settings_document={"tablet_idle_h": 10})
        about.follow(people.names.trail)
        about.one("[data-part=trail]")
        self.driver.refresh()
        about.follow(people.names.settings)
        about.holds(people.names.timeZone, "Mars/Base")
        about.holds(people.names.rule.format(place=5), "Skin side down, always.")
        about.type(people.names.timeZone, "Europe/Oslo")
        about.type(people.names.awayMin, "5")
        about.press(people.names.keepSettings)
        about.until(lambda: Kitchen.objects.get(pk=self.kitchen.pk).settings.tablet_away_min == 5, "kept")
        settled = Kitchen.objects.get(pk=self.kitchen.pk).settings
        self.assertEqual((settled.time_zone, settled.spoons, settled.tablet_idle_h), ("Europe/Oslo", "metric", 10))
        self.assertEqual(settled.house_rules[-1].text, "Skin side down, always.")
        about.follow(people.names.trail)
        about.until(lambda: about.deeds()[:1] == ["settings"], "the newest line")
        self.assert_accessible()
        link = self.driver.find_element(By.LINK_TEXT, people.names.exportTrail).get_attribute("href")
        read = "return await (await fetch(arguments[0])).text()"
        self.assertIn("M. K.,MK,settings", self.driver.execute_script(read, link))
        self.assertEqual(Entry.objects.latest("pk").deed, "exported")

    def test_formulas_that_begin_in_a_kitchen_have_its_spoons(self) -> None:
        Kitchen.objects.update(settings_document={"spoons": "metric"})
        self.enter()
        self.table.press(names.newFormula)
        self.bench.type(names.title, "With our spoons")
        self.bench.settled()
        self.assertEqual(self.stored("With our spoons").document["measures"], "metric")

    def test_the_first_owner_comes_in_where_there_is_nobody(self) -> None:
        User.objects.all().delete()
        self.driver.get(self.live_server_url)
        door = self.door
        door.leads_to(f"{self.live_server_url}/first")
        door.type(people.names.kitchenName, "The Quay")
        door.introduce("es", "E. S.", "ES", ANOTHER)
        door.type(people.names.firstCode, "0000-0000")
        door.press(people.names.beginKitchen)
        door.sees("[role=alert]", "the code")
        self.assert_accessible()
        door.type(people.names.firstCode, first_code())
        door.press(people.names.beginKitchen)
        door.at("ES")
        self.table.sees("main", "Nothing stands on the table yet")
        self.assertEqual(Membership.objects.get(user__username="es").role, Role.OWNER)

    def test_who_belongs_to_no_kitchen_is_told_so(self) -> None:
        self.sign_in_by_cookie(self.driver, "vs")
        self.you.open(self.kitchen.slug).press(people.names.leaveKitchen)
        self.you.sees("[role=dialog]", "need an invitation")
        leave = people.names.leave.format(kitchen="Ternlund galley")
        self.driver.find_element(By.XPATH, f"//*[@role='dialog']//button[.='{leave}']").click()
        self.door.sees("main", people.doors.noKitchen)
        self.assert_accessible()
        self.door.type(people.names.newKitchen, "Ashore")
        self.door.press(people.names.makeKitchen)
        self.table.sees("main", "Nothing stands on the table yet")
        self.assertEqual(Membership.objects.get(user__username="vs").kitchen.name, "Ashore")
