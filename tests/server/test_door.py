"""Signing in: names as they are typed, phrases that are none, the brake on guessing, a new phrase, the way back in."""

from __future__ import annotations

import io
from datetime import timedelta
from threading import BoundedSemaphore
from typing import Any

import pytest
from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone

from server.config import settings as settings_as_delivered
from server.workrooms import brake
from server.workrooms.models import Guesses, Membership
from server.workrooms.services import open_workroom

PHRASE = "a long enough phrase"
AS_DELIVERED = settings_as_delivered.PASSWORD_HASHERS


def post(client: Client, url: str, body: dict[str, str], **more: Any) -> Any:
    return client.post(f"/api{url}", body, content_type="application/json", **more)


def sign_in(client: Client, name: str, phrase: str = PHRASE, **more: Any) -> Any:
    return post(client, "/session", {"name": name, "password": phrase}, **more)


@pytest.fixture
def anna(db: None) -> User:
    return open_workroom("Choir", "Anna", PHRASE)


@pytest.fixture
def clock(monkeypatch: pytest.MonkeyPatch) -> Any:
    """A clock that only goes when told to."""

    class Clock:
        now = timezone.now()

        def wait(self, seconds: float) -> None:
            self.now += timedelta(seconds=seconds)

    own = Clock()
    monkeypatch.setattr(brake.timezone, "now", lambda: own.now)
    return own


class TestNames:
    @pytest.mark.parametrize(
        ("opened", "typed"),
        [
            ("Anna ", "Anna"),
            ("Anna", " Anna "),
            ("Zoë", "Zoe\u0308"),
            ("Zoe\u0308", "Zoë"),
            ("ﬁnn", "finn"),
            ("Anna  B", "Anna B"),
            ("Anna", "ANNA"),
            ("Weiß", "WEISS"),
        ],
    )
    def test_who_opened_a_workroom_gets_in_however_she_types_her_name(self, db: None, opened: str, typed: str) -> None:
        assert post(Client(), "/workrooms", {"workroom": "Choir", "name": opened, "password": PHRASE}).status_code == 200
        assert sign_in(Client(), typed).json()["workroom"] == "Choir"
        assert sign_in(Client(), opened).status_code == 200

    @pytest.mark.parametrize("other", ["anna", "ANNA", "Ａｎｎａ", " anna "])
    def test_a_name_is_taken_however_it_is_written(self, anna: User, other: str) -> None:
        answer = post(Client(), "/workrooms", {"workroom": "Band", "name": other, "password": PHRASE})
        assert (answer.status_code, answer.json()["error"]["field"]) == (422, "name")
        assert User.objects.count() == 1

    def test_two_that_were_written_alike_before_keep_their_exact_names_and_know_only_their_own_browser(
        self, anna: User, clock: Any
    ) -> None:
        """An account in capitals was opened to guess at hers without ever waiting."""
        other = User.objects.create_user("ANNA", password="another long phrase")
        Membership.objects.create(user=other, workroom=anna.membership.workroom)
        own = Client()
        assert sign_in(own, "ANNA", "another long phrase").json()["person"] == "ANNA"
        assert sign_in(Client(), "Anna").json()["person"] == "Anna"
        assert sign_in(Client(), "aNNA").json()["person"] == "Anna", "the elder has the name"
        assert [sign_in(own, "Anna", "wrong wrong wrong").status_code for _ in range(8)] == [401] * 5 + [429] * 3

    @pytest.mark.parametrize("phrase", [" " * 10, "aaaaaaaaaa", "abababababab", "anna the long", "password123", "short"])
    def test_a_phrase_that_is_none_is_refused(self, db: None, phrase: str) -> None:
        answer = post(Client(), "/workrooms", {"workroom": "Choir", "name": "Anna the long", "password": phrase})
        assert answer.status_code == 422
        assert answer.json()["error"]["field"] == "password"
        assert not User.objects.exists()


class TestTheBrake:
    def test_waits_grow_from_two_seconds_to_a_minute(self) -> None:
        assert [brake.wait_after(k, 5) for k in range(13)] == [0, 0, 0, 0, 0, 2, 4, 8, 16, 32, 60, 60, 60]

    def test_a_name_can_be_guessed_at_ten_times_in_the_first_minute_at_most(self, anna: User, clock: Any) -> None:
        guessed = 0
        for _ in range(600):
            answer = sign_in(Client(), "Anna", "wrong wrong wrong")
            guessed += answer.status_code == 401
            if answer.status_code == 429:
                assert answer.json()["error"]["code"] == "too_often"
                assert int(answer["Retry-After"]) >= 1
            clock.wait(0.1)
        assert 5 <= guessed <= 10

    def test_twenty_at_once_are_twenty(self, anna: User, clock: Any) -> None:
        answers = [sign_in(Client(), "Anna", "wrong wrong wrong").status_code for _ in range(20)]
        assert answers == [401] * 5 + [429] * 15

    def test_asking_too_early_does_not_make_the_wait_longer(self, anna: User, clock: Any) -> None:
        for _ in range(5):
            sign_in(Client(), "Anna", "wrong wrong wrong")
        for _ in range(50):
            assert sign_in(Client(), "Anna").status_code == 429
        clock.wait(2.01)
        assert sign_in(Client(), "Anna").status_code == 200

    def test_a_stranger_cannot_keep_her_out_of_the_browser_she_is_known_in(self, anna: User, clock: Any) -> None:
        own = Client()
        assert sign_in(own, "Anna").status_code == 200
        own.delete("/api/session")
        for _ in range(200):
            sign_in(Client(REMOTE_ADDR="10.9.9.9"), "Anna", "wrong wrong wrong")
            clock.wait(1)
        assert sign_in(own, "Anna").status_code == 200
        assert sign_in(Client(REMOTE_ADDR="10.1.1.1"), "Anna").status_code == 429, (
            "where she is not known she waits, a minute at most"
        )
        clock.wait(60)
        assert sign_in(Client(REMOTE_ADDR="10.1.1.1"), "Anna").status_code == 200

    def test_being_known_for_one_name_opens_no_other(self, anna: User, clock: Any) -> None:
        open_workroom("Band", "Eve", PHRASE)
        eve = Client()
        sign_in(eve, "Eve")
        answers = [sign_in(eve, "Anna", "wrong wrong wrong").status_code for _ in range(8)]
        assert answers == [401] * 5 + [429] * 3
        eve.cookies[brake.COOKIE] = "forged:token"
        assert sign_in(eve, "Eve", "wrong wrong wrong").status_code == 401

    def test_a_known_browser_is_braked_on_its_own_wheel(self, anna: User, clock: Any) -> None:
        own = Client()
        sign_in(own, "Anna")
        assert [sign_in(own, "Anna", "wrong wrong wrong").status_code for _ in range(7)] == [401] * 5 + [429] * 2

    def test_an_address_that_tries_many_names_waits_too(self, anna: User, clock: Any) -> None:
        answers = [sign_in(Client(), f"somebody {k}", "wrong wrong wrong").status_code for k in range(25)]
        assert answers == [401] * 20 + [429] * 5
        assert sign_in(Client(REMOTE_ADDR="10.2.2.2"), "Anna").status_code == 200, "others do not"

    def test_nobody_waits_an_hour_since_the_clock_was_set_back_by_one(self, anna: User, clock: Any) -> None:
        for _ in range(6):
            sign_in(Client(), "Anna", "wrong wrong wrong")
        assert sign_in(Client(), "Anna").status_code == 429
        clock.wait(-3600)
        assert sign_in(Client(), "Anna").status_code == 200

    def test_a_quarter_of_an_hour_later_all_is_forgotten_and_no_name_is_kept_in_clear(self, anna: User, clock: Any) -> None:
        for _ in range(6):
            sign_in(Client(), "Anna", "wrong wrong wrong")
        assert not any("nna" in g.key or "127" in g.key for g in Guesses.objects.all())
        clock.wait(15 * 60 + 1)
        sign_in(Client(), "Bert", "wrong wrong wrong")
        assert sorted(g.count for g in Guesses.objects.all()) == [1, 1], "the name's and the address's, begun anew"

    def test_strangers_fill_the_line_and_not_the_place_of_who_is_known(self, anna: User, monkeypatch: pytest.MonkeyPatch) -> None:
        own = Client()
        sign_in(own, "Anna")
        monkeypatch.setattr(brake, "_IN_LINE", BoundedSemaphore(1))
        with brake._IN_LINE:
            assert sign_in(own, "Anna").status_code == 200
            full = sign_in(Client(), "Anna")
            assert full.status_code == 429
            assert "many people are signing in" in full.json()["error"]["message"].lower()
        assert sign_in(Client(), "Anna").status_code == 200

    def test_opening_workrooms_is_braked_by_address(self, db: None, clock: Any) -> None:
        made = [post(Client(), "/workrooms", {"workroom": "W", "name": f"somebody {k}", "password": PHRASE}) for k in range(35)]
        assert [x.status_code for x in made] == [200] * 30 + [429] * 5
        said = made[-1].json()["error"]
        assert said["message"].startswith("Many workrooms were opened from here"), "nobody guessed at anything"
        assert said["field"] == ""


def test_a_phrase_kept_in_the_older_way_opens_and_is_kept_anew(anna: User, settings: Any) -> None:
    settings.PASSWORD_HASHERS = AS_DELIVERED
    User.objects.filter(pk=anna.pk).update(password=make_password(PHRASE, hasher="pbkdf2_sha256"))
    assert sign_in(Client(), "Anna").status_code == 200
    assert User.objects.get(pk=anna.pk).password.startswith("scrypt$")
    assert sign_in(Client(), "Anna").status_code == 200
    assert sign_in(Client(), "Anna", "wrong wrong wrong").status_code == 401


class TestAnotherPhrase:
    def test_is_taken_for_the_right_one_and_signs_the_others_out(self, anna: User) -> None:
        here, there = Client(), Client()
        sign_in(here, "Anna")
        sign_in(there, "Anna")
        changed = here.put("/api/session/phrase", {"old": PHRASE, "new": "another long phrase"}, content_type="application/json")
        assert changed.status_code == 200
        assert here.get("/api/people").status_code == 200, "who changed it stays"
        assert there.get("/api/people").status_code == 401
        assert sign_in(Client(), "Anna").status_code == 401
        assert sign_in(Client(), "Anna", "another long phrase").status_code == 200

    @pytest.mark.parametrize(
        ("old", "new", "field"),
        [("guessed at this", "another long phrase", "old"), (PHRASE, " " * 12, "password"), (PHRASE, "anna", "password")],
    )
    def test_is_refused(self, anna: User, old: str, new: str, field: str) -> None:
        here = Client()
        sign_in(here, "Anna")
        refused = here.put("/api/session/phrase", {"old": old, "new": new}, content_type="application/json")
        assert (refused.status_code, refused.json()["error"]["field"]) == (422, field)
        assert sign_in(Client(), "Anna").status_code == 200

    def test_whoever_finds_an_open_browser_cannot_guess_it_for_ever(self, anna: User, clock: Any) -> None:
        here = Client()
        sign_in(here, "Anna")
        body = {"old": "guessed at this", "new": "another long phrase"}
        answers = [here.put("/api/session/phrase", body, content_type="application/json").status_code for _ in range(7)]
        assert answers == [422] * 5 + [429] * 2

    def test_nobody_changes_it_without_signing_in(self, anna: User) -> None:
        body = {"old": PHRASE, "new": "another long phrase"}
        assert Client().put("/api/session/phrase", body, content_type="application/json").status_code == 401


class TestTheWayBackIn:
    def test_whoever_runs_the_machine_gives_a_new_phrase_that_works_at_once(self, anna: User, clock: Any) -> None:
        there = Client()
        sign_in(there, "Anna")
        for _ in range(9):
            sign_in(Client(), "Anna", "wrong wrong wrong")
        said = io.StringIO()
        call_command("new_phrase", " Anna ", stdout=said)
        phrase = said.getvalue().split(": ")[1].split("\n")[0]
        assert len(phrase.split("-")) == 6
        assert there.get("/api/people").status_code == 401
        assert sign_in(Client(), "Anna", phrase).status_code == 200, "and she need not wait for those who guessed"

    def test_for_a_name_that_is_not_there_it_says_who_is(self, anna: User) -> None:
        with pytest.raises(CommandError, match=r"Nobody signs in as “Bert” here\. These do: Anna"):
            call_command("new_phrase", "Bert")

    def test_where_nobody_has_signed_in_yet_it_says_so(self, db: None) -> None:
        with pytest.raises(CommandError, match=r"Nobody signs in as “Bert” here\. These do: nobody yet\.$"):
            call_command("new_phrase", "Bert")
